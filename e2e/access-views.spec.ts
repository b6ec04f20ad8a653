import { test } from './test.ts';
import { VIEW_PATHS } from './views.ts';
import { expectViewAccessible } from './axe.ts';

test.describe('axe finds nothing, by day and by night', () => {
  for (const view of VIEW_PATHS) test(view, ({ lasting }) => expectViewAccessible(lasting, view));
});
