import { add, set, type At } from '../box/edit.ts';
import { applyEdits, type Edit } from '../box/edits.ts';
import { deviceFrom } from '../box/commands.ts';
import { emptyBox } from '../box/empty.ts';
import type { Box, Device } from '../box/schema.ts';
import { caseFit } from '../case/fit.ts';
import type { Face, Part, PartKind, PartOf } from '../catalogue/part.ts';
import { STARTER_CATALOGUE } from '../catalogue/starter.ts';
import { addPort } from '../panel/add-port.ts';

/** A starter part by id. @throws Error when there is none of that kind */
export function starter<K extends PartKind>(kind: K, id: string): PartOf<K> {
  const part: Part | undefined = STARTER_CATALOGUE.find((p) => p.id === id);
  if (part?.kind !== kind) throw new Error(`the starter catalogue has no ${kind} '${id}'`);
  return part as PartOf<K>;
}

/** A port that was put in, with the circuit that came with it. */
export type Placed = { portId: string; circuitId: string };

/** A mode that takes so many watts, all or part of the time. */
export const watts = (name: string, powerW: number, dutyFraction = 1): Device['modes'][number] => ({
  id: 'm1',
  name,
  dutyFraction,
  draw: { kind: 'power', powerW }
});

/** Builds a box the way a person does: battery, case, then devices with their ports, each at the nearest legal place. */
export class BoxBuilder {
  box: Box;

  constructor(name: string) {
    this.box = emptyBox(name);
  }

  edit(...edits: Edit[]): this {
    this.box = applyEdits(this.box, edits);
    return this;
  }

  set<const P extends string>(path: P, value: At<P>): this {
    return this.edit(set(path, value));
  }

  use<K extends PartKind>(kind: K, id: string, path: string): this {
    const part: Part = starter(kind, id);
    return this.set(`parts/${id}`, part).set<string>(path, id);
  }

  /** Adds a panel part; gives its port id and circuit id. */
  port(partId: string, face: Face, name: string, wanted?: { xMm: number; yMm: number }): Placed {
    const fit = caseFit(this.box)!;
    const added = addPort(this.box, fit, starter('panel', partId), face, {
      name,
      ...(wanted ? { wanted, exact: true } : {})
    });
    this.edit(...added.edits);
    return { portId: added.portId, circuitId: added.circuitId ?? '' };
  }

  /** Adds a library device with some values changed. */
  device(id: string, over: Partial<Device>): this {
    return this.edit(add('devices', { ...deviceFrom(this.box, starter('device', `device-${id}`)), ...over }));
  }
}
