import { STAGE_NAMES } from '@haversack/core/stage-names';
import { STAGE_VIEWS } from './stage-views.ts';

/** Other words for a view. */
const ALSO: Record<string, string> = {
  'variants family': 'for something else',
  'ports water': 'sealed gasket silicone vents rivets openings rain',
  'ports brackets': 'arm aerial ears',
  'wiring survey': 'survey',
  'bench lookup': 'unknown'
};

/** Every view of every stage as something to go to; the first one needs no word in the address. */
export const viewTargets = (): { id: string; text: string; path: string; also: string }[] =>
  (Object.keys(STAGE_VIEWS) as (keyof typeof STAGE_VIEWS)[]).flatMap((stage) =>
    Object.entries(STAGE_VIEWS[stage]).map(([view, name], nth) => ({
      id: `view-${stage}-${view}`,
      text: `${stage === 'variants' ? 'Variants' : STAGE_NAMES[stage]}: ${name}`,
      path: nth === 0 ? stage : `${stage}?view=${view}`,
      also: ALSO[`${stage} ${view}`] ?? ''
    }))
  );

const FIELD = 'input:not([type=hidden]):not([type=file]), select, textarea';

/** What a field is called on the screen. */
function labelOf(field: HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement): string {
  const given = field.getAttribute('aria-label');
  if (given) return given;
  const label = field.labels?.[0];
  const copy = label?.cloneNode(true) as HTMLElement | undefined;
  copy?.querySelectorAll('select, input').forEach((e) => e.remove());
  return copy?.textContent?.trim().replace(/\s+/g, ' ') ?? '';
}

/** The fields that the screen shows now. */
export function fieldsHere(): { label: string; field: HTMLElement }[] {
  const seen = new Set<string>();
  return [
    ...document.querySelectorAll<HTMLInputElement>(
      `#main ${FIELD.split(', ').join(', #main ')}, aside input, aside select`
    )
  ]
    .filter((f) => f.getClientRects().length > 0 && !(f as HTMLInputElement).disabled)
    .map((field) => ({ label: labelOf(field), field }))
    .filter(({ label }) => label !== '' && !seen.has(label) && seen.add(label));
}

/** Goes into a field by its label, once the stage has drawn it. */
export async function goInto(label: string): Promise<boolean> {
  for (let nth = 0; nth < 40; nth++) {
    const found = fieldsHere().find((f) => f.label === label);
    if (found) {
      found.field.focus();
      found.field.scrollIntoView({ block: 'center' });
      return true;
    }
    await new Promise((done) => setTimeout(done, 50));
  }
  return false;
}
