import { test } from './test.ts';
import { expectViewAccessible } from './axe.ts';

test.describe('axe finds nothing, by day and by night', () => {
  for (const view of [
    'outing?view=season',
    'battery?view=compare',
    'battery?view=join',
    'battery?view=charge',
    'battery?view=volts',
    'ports?view=holes',
    'ports?view=water',
    'ports?view=labels',
    'ports?view=brackets',
    'wiring?view=paths',
    'wiring?view=survey',
    'wiring?view=trials',
    'wiring?view=finder',
    'wiring?view=runs',
    'wiring?view=live',
    'wiring?view=where',
    'wiring?view=plugs'
  ])
    test(view, ({ page }) => expectViewAccessible(page, view));
});
