/**
 * What the parts of a box's screens reach it by. Apart from the classes themselves: what only shows a box does not bring the
 * whole computation with it.
 */
import { getContext, setContext } from 'svelte';
import type { Heavy } from './heavy.svelte.ts';
import type { Leading } from './lead.svelte.ts';
import type { OpenBox } from './open-box.svelte.ts';

const BOX = Symbol('open box');
const HEAVY = Symbol('heavy');
const LEADING = Symbol('leading');

export const provideBox = (box: OpenBox): OpenBox => setContext(BOX, box);
export const useBox = (): OpenBox => getContext<OpenBox>(BOX);

export const provideHeavy = (heavy: Heavy): Heavy => setContext(HEAVY, heavy);
export const useHeavy = (): Heavy => getContext<Heavy>(HEAVY);

export const provideLead = (leading: Leading): Leading => setContext(LEADING, leading);
export const useLead = (): Leading => getContext<Leading>(LEADING);
