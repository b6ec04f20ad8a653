import { goto } from '$app/navigation';
import { resolve } from '$app/paths';
import { tick } from 'svelte';
import type { OpenBox } from './open-box.svelte.ts';

/** Prints the build sheet, wherever one is. */
export async function printBuildSheet(open: OpenBox): Promise<void> {
  if (open.stage !== 'bench') await goto(resolve('/box/[id]/bench', { id: open.id }));
  await tick();
  window.print();
}

/** Opens the list of devices to add one from. */
export async function askForDevice(open: OpenBox): Promise<void> {
  if (open.stage !== 'outing') await goto(resolve('/box/[id]/outing', { id: open.id }));
  open.asked = 'device';
}

/** Fetches a file of the box as it stands now, not as it was saved last. */
export async function fetchFile(open: OpenBox, what: 'travel' | 'export'): Promise<void> {
  await open.saveNow();
  location.assign(`/api/boxes/${open.id}/${what}`);
}
