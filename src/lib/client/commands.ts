import { goto } from '$app/navigation';
import { resolve } from '$app/paths';
import { askForDevice, fetchFile, printBuildSheet } from './doing.ts';
import type { Heavy } from './heavy.svelte.ts';
import type { Leading } from './lead.svelte.ts';
import type { OpenBox } from './open-box.svelte.ts';
import { theme } from './theme.svelte.ts';

export type Command = { id: string; text: string; also?: string; run: () => void };

type Doors = { open: OpenBox; heavy: Heavy; leading: Leading; showKeys: () => void };

/** All that can be done from anywhere in a box, to be found by name. */
export function commandsOf({ open, heavy, leading, showKeys }: Doors): Command[] {
  const to = (path: string) => () => void goto(resolve(path as '/'));
  return [
    { id: 'next', text: `Next: ${leading.now.press.label}`, run: () => void leading.press() },
    { id: 'undo', text: open.canUndo ? `Undo: ${open.lastLabel}` : 'Undo', run: () => open.undo() },
    { id: 'redo', text: 'Redo', run: () => open.redo() },
    { id: 'save', text: 'Save now', run: () => void open.saveNow() },
    { id: 'sound', text: 'Make it sound', also: 'repair fix stops', run: () => (heavy.soundShown = true) },
    { id: 'design', text: 'Design it', also: 'find boxes', run: to(`/box/${open.id}/design`) },
    { id: 'device', text: 'Add a device', run: () => void askForDevice(open) },
    { id: 'night', text: theme.name === 'day' ? 'Night theme' : 'Day theme', also: 'dark', run: () => theme.toggle() },
    { id: 'print', text: 'Print the build sheet', run: () => void printBuildSheet(open) },
    {
      id: 'along',
      text: 'Take the box along as one file',
      also: 'export zip logbook photographs',
      run: () => void fetchFile(open, 'travel')
    },
    {
      id: 'export',
      text: 'Export as a file',
      also: 'json',
      run: () => void fetchFile(open, 'export')
    },
    { id: 'keys', text: 'All shortcuts', also: 'keyboard', run: showKeys },
    { id: 'shelf', text: 'Shelf of boxes', also: 'home', run: to('/') },
    { id: 'parts', text: 'Parts', also: 'catalogue own', run: to('/parts') },
    { id: 'batteries', text: 'Batteries', run: to('/batteries') },
    { id: 'known', text: 'Over all boxes', run: to('/known') }
  ];
}
