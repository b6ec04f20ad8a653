/** All keys, in one table: what is bound and what the list of shortcuts shows are read from the same lines. */
export type Binding<A extends string = string> = {
  action: A;
  /** As the browser names them; letters in either case. */
  keys: readonly string[];
  /** With Ctrl (or the Apple key); without it by default. */
  command?: boolean;
  /** Must Shift be held? Unsaid: it does not matter here. */
  shift?: boolean;
  shown: string;
  what: string;
};
const of = <A extends string>(...list: Binding<A>[]): readonly Binding<A>[] => list;

const ARROWS = ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'];
const CHOOSE = { keys: ['Enter', ' '], shown: 'Enter' };
const TAKE_OUT = { keys: ['Delete', 'Backspace'], shown: 'Delete' };

export const KEYS = {
  box: of(
    { action: 'stage', keys: ['1', '2', '3', '4', '5', '6', '7', '8'], shown: '1 to 8', what: 'the eight stages' },
    { action: 'next', keys: ['n'], shown: 'N', what: 'what is next: does it, or goes where it is done' },
    { action: 'find', keys: ['/'], shown: '/', what: 'find a command, field, port, part, device or finding' },
    { action: 'find', keys: ['k'], command: true, shown: 'Ctrl+K', what: 'the same, from within a field, too' },
    { action: 'undo', keys: ['z'], command: true, shift: false, shown: 'Ctrl+Z', what: 'undo' },
    { action: 'redo', keys: ['z'], command: true, shift: true, shown: 'Ctrl+Shift+Z', what: 'redo' },
    { action: 'redo', keys: ['y'], command: true, shown: 'Ctrl+Y', what: 'redo' },
    { action: 'save', keys: ['s'], command: true, shown: 'Ctrl+S', what: 'save now (it saves by itself)' },
    { action: 'keys', keys: ['?'], shown: '?', what: 'this list' },
    { action: 'leave', keys: ['Escape'], shown: 'Esc', what: 'leaves a field, then lets go of what is chosen' },
    {
      action: 'remove',
      ...TAKE_OUT,
      what: 'takes out what is chosen: device, port (all that are chosen), circuit, thing inside'
    }
  ),
  bar: of(
    {
      action: 'move',
      keys: ['ArrowLeft', 'ArrowRight'],
      shift: false,
      shown: '← →',
      what: 'a quarter of an hour earlier, later'
    },
    {
      action: 'stretch',
      keys: ['ArrowLeft', 'ArrowRight'],
      shift: true,
      shown: 'Shift ← →',
      what: 'its end, earlier or later'
    },
    { action: 'duty', keys: ['ArrowUp', 'ArrowDown'], shown: '↑ ↓', what: 'its duty, by 5 %' },
    { action: 'split', keys: ['s'], shown: 'S', what: 'splits it' },
    { action: 'repeat', keys: ['d'], shown: 'D', what: 'repeats it every day' },
    { action: 'choose', ...CHOOSE, what: 'chooses its device' },
    { action: 'remove', ...TAKE_OUT, what: 'takes it away' }
  ),
  port: of(
    { action: 'move', keys: ARROWS, shown: 'Arrows', what: 'moves it by 1 mm; with Shift by 10, with Alt by 0.1' },
    {
      action: 'also',
      keys: ['Enter', ' '],
      shift: true,
      shown: 'Shift+Enter',
      what: 'chooses it, too, to line several up'
    },
    { action: 'choose', ...CHOOSE, shift: false, what: 'chooses it' },
    { action: 'remove', ...TAKE_OUT, what: 'takes it out, with all that are chosen together' }
  ),
  body: of(
    { action: 'move', keys: ARROWS, shown: 'Arrows', what: 'moves it by 1 mm; with Shift by 10' },
    { action: 'turn', keys: ['r'], shown: 'R', what: 'turns it over' },
    { action: 'choose', ...CHOOSE, what: 'chooses it' },
    { action: 'remove', ...TAKE_OUT, what: 'takes it out' }
  ),
  circuit: of(
    { action: 'move', keys: ARROWS, shown: 'Arrows', what: 'moves the drawing' },
    { action: 'closer', keys: ['+', '='], shown: '+', what: 'closer' },
    { action: 'farther', keys: ['-'], shown: '−', what: 'farther' },
    { action: 'whole', keys: ['0'], shown: '0', what: 'the whole of it' }
  ),
  view3d: of(
    { action: 'turn', keys: ARROWS, shown: 'Arrows', what: 'turns it' },
    { action: 'closer', keys: ['+', '='], shown: '+', what: 'closer' },
    { action: 'farther', keys: ['-'], shown: '−', what: 'farther' }
  )
} as const;

export const KEY_GROUPS: Record<keyof typeof KEYS, string> = {
  box: 'Anywhere in a box',
  bar: 'On a bar of the outing',
  port: 'On a port',
  body: 'On a thing inside the case',
  circuit: 'On the circuit',
  view3d: 'On the view to turn about'
};

type ActionOf<G extends keyof typeof KEYS> = (typeof KEYS)[G][number]['action'];
type Pressed = Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'shiftKey'>;

/** What a key means where the focus is; undefined when it means nothing there. */
export function keyAction<G extends keyof typeof KEYS>(group: G, event: Pressed): ActionOf<G> | undefined {
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  const command = event.ctrlKey || event.metaKey;
  const list: readonly Binding<ActionOf<G>>[] = KEYS[group] as unknown as readonly Binding<ActionOf<G>>[];
  return list.find(
    (b) =>
      b.keys.includes(key) && (b.command ?? false) === command && (b.shift === undefined || b.shift === event.shiftKey)
  )?.action;
}
