import { ofKind } from '../catalogue/of-kind.ts';
import { add } from './edit.ts';
import type { Catalogue } from '../catalogue/part.ts';
import { applyEdits } from './edits.ts';
import { deviceFrom } from './commands.ts';
import { emptyBox } from './empty.ts';
import type { Box } from './schema.ts';

export type StarterKind = 'empty' | 'angler' | 'radio' | 'camera' | 'camp';

type Starter = {
  id: StarterKind;
  name: string;
  /** What a box of that name is for, in a line. */
  say: string;
  outing: Partial<Box['outing']>;
  /** Devices of the library it begins with, the usual ones of the kind; each is changed or taken out like any other. */
  deviceIds: readonly string[];
};

/** What a first box may begin with: one's own kind of outing with its usual devices. @source the shared design notes on how people build */
export const STARTERS: readonly Starter[] = [
  { id: 'empty', name: 'Nothing yet', say: 'ten hours at 10 °C, rain; devices one by one', outing: {}, deviceIds: [] },
  {
    id: 'angler',
    name: 'Night on the bank',
    say: 'fish finder, bite-alarm receiver, lamp and phone, 18:00 to 08:00',
    outing: { startH: 18, durationH: 14, airC: 6, seal: 'rain', carry: 'car-to-bank' },
    deviceIds: ['device-fish-finder-5', 'device-bite-receiver', 'device-lamp-red', 'device-phone-in-use']
  },
  {
    id: 'radio',
    name: 'Radio in the field',
    say: '10 W radio, tracker and phone, 09:00 to 17:00, carried',
    outing: { startH: 9, durationH: 8, airC: 8, seal: 'splash', carry: 'one-hand' },
    deviceIds: ['device-hf-10', 'device-tracker', 'device-phone-in-use']
  },
  {
    id: 'camera',
    name: 'Cameras in a hide',
    say: 'two cameras, lens heater and phone, 05:00 to 19:00',
    outing: { startH: 5, durationH: 14, airC: 4, seal: 'rain', carry: 'short-walk' },
    deviceIds: ['device-camera-dummy', 'device-camera-dummy', 'device-lens-heater', 'device-phone-in-use']
  },
  {
    id: 'camp',
    name: 'Table at the camp',
    say: 'lamp strip, fan and two phones, 17:00 to 07:00',
    outing: { startH: 17, durationH: 14, airC: 15, seal: 'splash', carry: 'vehicle' },
    deviceIds: ['device-lamp-strip', 'device-fan-small', 'device-phone', 'device-phone']
  }
];

/** A box of one's own kind to begin with. Devices that the catalogue does not hold are left out. @throws RangeError for a kind that there is not */
export function starterBox(kind: StarterKind, name: string, catalogue: Catalogue): Box {
  const starter = STARTERS.find((s) => s.id === kind);
  if (!starter) throw new RangeError(`There is no starter '${kind}'.`);
  const fresh = emptyBox(name);
  return starter.deviceIds.reduce<Box>(
    (box, id) => {
      const part = ofKind(catalogue, 'device').find((p) => p.id === id);
      return part ? applyEdits(box, [add('devices', deviceFrom(box, part))]) : box;
    },
    { ...fresh, outing: { ...fresh.outing, ...starter.outing } }
  );
}
