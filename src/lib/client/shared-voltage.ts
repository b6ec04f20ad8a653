import type { RailIdea } from '@haversack/core/advise/rail';
import { addRailEdits } from '@haversack/core/box/rail-edits';
import type { OpenBox } from './open-box.svelte.ts';

/** Adds a converter that several ports share, and opens it. */
export function addSharedVoltage(open: OpenBox, idea: RailIdea): void {
  const added = addRailEdits(open.doc, idea);
  open.commit(`Shared ${idea.outV} V`, added.edits);
  open.selected = { kind: 'circuit', id: added.feedId };
}
