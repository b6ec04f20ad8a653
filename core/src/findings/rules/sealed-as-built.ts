import { say } from '../words/say.ts';
import type { PortPlan } from '../../panel/panel.ts';
import { cordFault, peelsOff, wallSeal } from '../../sealing/as-built.ts';
import { sealedAgain } from '../sealed-again.ts';
import { portPlace, rule, type Draft, type Facts } from '../rule.ts';

/** How ports are sealed by hand, where that harms something or does not hold; nobody knows how, where it matters. */
export const sealedAsBuilt = rule('sealed-as-built', 'dry', 'ports', (x) =>
  x.fit ? (x.panel?.ports ?? []).flatMap((p) => ofPort(x, p)) : []
);

const wet = (x: Facts): boolean => x.box.outing.seal !== 'dry-store';

function ofPort(x: Facts, p: PortPlan): Draft[] {
  const how = wallSeal(p.port);
  const { tag } = p;
  const out: Omit<Draft, 'at' | 'figures' | 'remedies'>[] = [];
  if (how === 'vinegar') out.push({ also: how, severity: 'stop', say: say('sealed-as-built', 'vinegar', { tag }) });
  if ((how === 'vinegar' || how === 'sealant') && wet(x) && peelsOff(x.fit!.part.material))
    out.push({ also: 'peels', severity: 'caution', say: say('sealed-as-built', 'peels', { tag }) });
  const cord = cordFault(p.port, p.part);
  if (cord && (wet(x) || cord === 'thick-cord'))
    out.push({
      also: cord,
      severity: 'caution',
      say: say('sealed-as-built', 'cord', {
        tag,
        how: cord,
        acrossMm: p.port.cord?.acrossMm ?? null,
        minMm: p.part.cordMinMm,
        maxMm: p.part.cordMaxMm
      })
    });
  if (how === 'unread' && wet(x)) return [...out.map((d) => finished(x, p, d)), asked(x, p)];
  return out.map((d) => finished(x, p, d));
}

const finished = (x: Facts, p: PortPlan, d: Omit<Draft, 'at' | 'figures' | 'remedies'>): Draft => ({
  ...d,
  at: portPlace(p.port.id, p.tag),
  figures: {},
  remedies: () => sealedAgain(x, p.port.id)
});

const asked = (x: Facts, p: PortPlan): Draft => ({
  ...finished(x, p, { severity: 'caution', say: say('sealed-as-built', 'notKnown', { tag: p.tag }) }),
  also: 'asks',
  open: true,
  asks: 'how it is sealed',
  about: `ports/${p.port.id}/sealedBy`
});
