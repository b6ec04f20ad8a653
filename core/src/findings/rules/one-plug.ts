import { say } from '../words/say.ts';
import { barsWithin } from '../../demand/bars.ts';
import { panelPartOf } from '../../box/lookup.ts';
import type { Box, Device } from '../../box/schema.ts';
import { portPlace, rule } from '../rule.ts';
import { waysIn } from '../ways-in.ts';

/** When two devices are first on together, h; undefined where they take turns. */
function togetherH(a: Device, b: Device, outing: Box['outing']): number | undefined {
  const others = barsWithin(b.spans, outing);
  for (const bar of barsWithin(a.spans, outing)) {
    const met = others.find((o) => o.startH < bar.endH && bar.startH < o.endH);
    if (met) return Math.max(met.startH, bar.startH);
  }
  return undefined;
}

/** One socket takes one plug: two devices that run together at it need a doubler, or a port each. USB modules often have two. */
export const onePlug = rule('one-plug', 'fits', 'ports', (x) =>
  x.box.ports.flatMap((port) => {
    const part = panelPartOf(x.box, port);
    const takesOne =
      part?.role === 'outlet' &&
      part.supply !== 'usb-a' &&
      part.supply !== 'usb-c' &&
      part.hole.shape !== 'twin' &&
      part.hole.shape !== 'none';
    if (!takesOne) return [];
    const devices = x.box.devices.filter((d) => d.portId === port.id);
    const [first, second, atH] = devices
      .flatMap((a, i) => devices.slice(i + 1).map((b) => [a, b, togetherH(a, b, x.box.outing)] as const))
      .find((pair) => pair[2] !== undefined) ?? [undefined, undefined, undefined];
    if (!first || !second || atH === undefined) return [];
    const tag = x.panel?.ports.find((p) => p.port.id === port.id)?.tag ?? port.name;
    const { fit } = x;
    return [
      {
        at: portPlace(port.id, tag),
        severity: 'note' as const,
        say: say('one-plug', 'told', { tag, name: first.name, secondName: second.name, atH }),
        figures: { atH, deviceCount: devices.length },
        remedies: fit ? () => waysIn(x, fit, second) : []
      }
    ];
  })
);
