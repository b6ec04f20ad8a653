import { goto } from '$app/navigation';
import { resolve } from '$app/paths';
import { page } from '$app/state';

/** The view that the address asks for; the first one where it asks for none that there is. */
export function askedView<V extends string>(views: Record<V, string>): V {
  const asked = page.url.searchParams.get('view') ?? '';
  return (Object.hasOwn(views, asked) ? asked : Object.keys(views)[0]) as V;
}

/** Shows a view or part of one: it stands in the address, so that it is the same after a reload. */
export const showView = (boxId: string, stage: string, query: Record<string, string>): Promise<void> =>
  goto(resolve(`/box/${boxId}/${stage}?${new URLSearchParams(query)}` as '/'), {
    replaceState: true,
    keepFocus: true,
    noScroll: true
  });
