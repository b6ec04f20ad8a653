/** Cause of what one part of the panel is too small for: it carries too much, and its contacts get hot by it. */
export const weakPart = (tag: string): string => `part ${tag}`;

export const isWeakPart = (cause: string): boolean => cause.startsWith('part ');
