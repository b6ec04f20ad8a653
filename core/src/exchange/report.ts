import type { Box } from '../box/schema.ts';
import type { Plan } from '../evaluate.ts';
import type { Sure } from '../outing/sure.ts';
import { byCause } from '../findings/causes.ts';
import type { Proven } from '../remedy/prove.ts';
import { withSeason } from '../season/season-answer.ts';
import type { SeasonPlan } from '../season/season.ts';
import type { Finding } from '../findings/rule.ts';
import { clockText, durationText, fixed } from '../quantity/format.ts';
import { wireSizeText } from '../quantity/wire-size.ts';

const REPORT_VERSION = 1;

const round = (v: number | undefined): number | null =>
  v === undefined || !Number.isFinite(v) ? null : Number(v.toPrecision(6));

/** What takes longer than an edit may: worked out by the caller, left out when it was not asked for. */
export type Longer = {
  sure?: Sure | undefined;
  season?: SeasonPlan | undefined;
  /** Remedies that were tried, by the key of their finding. Without them none is printed: an untried one is not offered. */
  remedies?: ReadonlyMap<string, readonly Pick<Proven, 'label' | 'effect'>[]>;
};

/** The derived plan as plain data, in the shape docs/format/report.md describes. Keys are added, never renamed. */
export function report(box: Box, plan: Plan, longer: Longer = {}) {
  return {
    report: REPORT_VERSION,
    name: box.name,
    stops: unaccepted(plan).filter((f) => f.severity === 'stop').length,
    ...answersOf(plan, longer),
    ...needOf(plan),
    ...hoursOf(plan, longer),
    ...placesOf(plan),
    ...circuitOf(plan),
    ...kitOf(plan),
    massKg: round(plan.carry.massKg),
    seal: plan.sealing
      ? { inUse: plan.sealing.inUse, closed: plan.sealing.closed, weakest: plan.sealing.weakest.name }
      : null
  };
}

/** The five answers, what is said against the box, and what that comes from. */
function answersOf(plan: Plan, longer: Longer) {
  return {
    verdicts: Object.fromEntries(
      withSeason(plan.verdicts, longer.season).map((v) => [
        v.id,
        {
          state: v.state,
          say: v.say,
          value: v.value.map((p) => `${p.number} ${p.unit}`.trim()).join(' '),
          reason: v.reason
        }
      ])
    ),
    findings: plan.findings.map((f) => ({
      id: f.id,
      key: f.key,
      severity: f.severity,
      verdict: f.verdict,
      where: f.where,
      title: f.title,
      why: f.why,
      figures: f.figures,
      open: f.open,
      acceptedBecause: f.acceptedBecause,
      cause: f.cause,
      remedies: (longer.remedies?.get(f.key) ?? []).map((r) => ({ label: r.label, effect: r.effect }))
    })),
    /** The same findings told by what they come from. */
    causes: byCause(plan.findings).map((c) => ({
      title: c.title,
      severity: c.severity,
      keys: [c.head.key, ...c.others.map((f) => f.key)]
    }))
  };
}

/** What the devices need, and the battery. */
function needOf(plan: Plan) {
  return {
    demand: {
      totalWh: round(plan.demand.totalWh),
      totalAh: round(plan.demand.totalAh),
      peakA: round(plan.demand.peakA),
      devices: plan.demand.devices.map((d) => ({
        id: d.deviceId,
        name: d.name,
        meanA: round(d.meanA),
        peakA: round(d.peakA),
        onH: round(d.onH),
        energyWh: round(d.energyWh)
      }))
    },
    battery: plan.bank
      ? {
          partId: plan.bank.part.id,
          count: plan.bank.count,
          ratedAh: plan.bank.ratedAh,
          usableAh: round(plan.bank.usableAh),
          neededAh: round(plan.bank.neededAh),
          shortCircuitA: round(plan.bank.shortCircuitA)
        }
      : null
  };
}

/** How long it lasts: on this outing, in many runs of it, through a season. */
function hoursOf(plan: Plan, longer: Longer) {
  const o = plan.outing;
  return {
    runtime: o
      ? {
          wantedH: o.wantedH,
          lastsH: round(o.lastsH),
          endsAtH: round(o.endsAtH),
          reason: o.reason ?? null,
          chanceFraction: round(o.chanceFraction),
          endSocFraction: round(o.endSocFraction),
          endBatteryV: round(o.endBatteryV),
          drawnAh: round(o.drawnAh),
          events: o.run.events.map((e) => ({
            atH: round(e.timeH),
            what: e.reason,
            deviceId: e.loadId,
            volts: round(e.volts)
          })),
          energy: Object.fromEntries(Object.entries(o.run.balance).map(([k, v]) => [k, round(v)]))
        }
      : null,
    sure: longer.sure
      ? {
          runCount: longer.sure.runCount,
          chanceFraction: round(longer.sure.chanceFraction),
          p10H: round(longer.sure.p10H),
          p50H: round(longer.sure.p50H),
          p90H: round(longer.sure.p90H),
          doubts: longer.sure.doubts.map((d) => ({ ...d, shareFraction: round(d.shareFraction) })),
          say: longer.sure.say
        }
      : null,
    season: longer.season
      ? {
          dayCount: longer.season.dayCount,
          perDayWh: round(longer.season.perDayWh),
          diesOnDay: round(longer.season.diesOnDay),
          visits: longer.season.visits,
          visitPlan: longer.season.visitPlan,
          everyDays: longer.season.everyDays ?? null
        }
      : null
  };
}

/** Where everything sits. */
function placesOf(plan: Plan) {
  return {
    fit: plan.fit
      ? {
          state: plan.fit.state,
          fillFraction: round(plan.fit.fillFraction),
          placed: plan.fit.placed,
          shortfall: plan.fit.shortfall ?? null
        }
      : null,
    ports: (plan.panel?.ports ?? []).map((p) => ({
      id: p.port.id,
      tag: p.tag,
      face: p.port.face,
      xMm: p.port.xMm,
      yMm: p.port.yMm,
      needMm: round(p.needMm),
      freeMm: round(p.freeMm),
      clearMm: round(p.clearMm)
    }))
  };
}

function circuitOf(plan: Plan) {
  return {
    circuits: plan.wiring.circuits.map((c) => ({
      id: c.circuit.id,
      tag: c.tag,
      port: c.portTag,
      // amps and lost volts are those of a shared converter where one feeds it
      ...(c.rail ? { sharedV: c.rail.outV } : {}),
      loadA: round(c.loadA),
      fuseA: c.fuseA ?? null,
      wire: c.wire ? wireSizeText(c.wire) : null,
      lengthMm: c.lengthMm,
      dropV: round(c.dropV),
      weakFaultA: round(c.weakFaultA)
    })),
    main: {
      fuseA: plan.wiring.main.fuseA ?? null,
      wire: plan.wiring.main.wire ? wireSizeText(plan.wiring.main.wire) : null,
      loadA: round(plan.wiring.main.loadA),
      prospectiveA: round(plan.judge.of('F0')?.shortA ?? 0)
    },
    netlist: plan.wiring.netlist
  };
}

function kitOf(plan: Plan) {
  return {
    kit: {
      lines: plan.kit.lines.map((l) => ({
        id: l.lineId,
        name: l.name,
        perBox: l.perBox,
        unit: l.unit,
        packs: l.packs,
        cost: l.cost
      })),
      totalCost: round(plan.kit.totalCost),
      costPerBox: round(plan.kit.costPerBox)
    }
  };
}

const unaccepted = (plan: Plan): Finding[] => plan.findings.filter((f) => f.acceptedBecause === null);

/** The same for people: a page of text. */
export function reportText(box: Box, plan: Plan, longer: Longer = {}): string {
  const out: string[] = [box.name, '='.repeat(box.name.length), ''];
  for (const v of withSeason(plan.verdicts, longer.season))
    out.push(
      `${v.name.padEnd(6)} ${v.state.padEnd(12)} ${v.value.map((p) => `${p.number} ${p.unit}`.trim()).join(' ')} ${v.target} · ${v.reason}`
    );
  out.push('', 'Findings');
  if (plan.findings.length === 0) out.push('  none');
  for (const { title, head, others } of byCause(plan.findings)) {
    out.push(`  ${head.severity.toUpperCase()} ${head.where.label}: ${title}`);
    for (const f of [head, ...others]) {
      out.push(`    ${f.title === title ? '' : `${f.title}. `}${f.why}`);
      if (f.acceptedBecause !== null) out.push(`    Accepted: ${f.acceptedBecause}`);
      else for (const r of longer.remedies?.get(f.key) ?? []) out.push(`    Do this: ${r.label} (${r.effect})`);
    }
  }
  const o = plan.outing;
  if (o)
    out.push(
      '',
      `Lasts ${durationText(o.lastsH)} of ${durationText(o.wantedH)} wanted${o.endsAtH === undefined ? '' : `, until ${clockText(o.endsAtH)}`}; chance ${fixed((longer.sure?.chanceFraction ?? o.chanceFraction) * 100, 0)} %.`
    );
  if (longer.sure)
    out.push(
      `Nine of ten times ${durationText(longer.sure.p10H)}, as often as not ${durationText(longer.sure.p50H)}. ${longer.sure.say}`
    );
  if (longer.season)
    out.push(
      longer.season.diesOnDay === undefined
        ? `Season: serves all ${longer.season.dayCount} days.`
        : `Season: dies on day ${Math.floor(longer.season.diesOnDay) + 1} of ${longer.season.dayCount}.`
    );
  out.push('', 'Circuits');
  for (const c of plan.wiring.circuits)
    out.push(
      `  ${c.tag} ${c.portTag} ${c.feeds}: ${c.fuseA ?? c.fuseOrigin} A, ${c.wire ? wireSizeText(c.wire) : c.wireOrigin}, ${fixed(c.lengthMm / 1000, 2)} m, ${fixed(c.loadA, 2)} A${c.rail ? ` at ${c.rail.outV} V` : ''}, ${fixed(c.dropV, 2)} V lost`
    );
  out.push('', 'Kit');
  for (const l of plan.kit.lines) out.push(`  ${l.packs} × ${l.name} (${l.packText}) ${fixed(l.cost, 2)}`);
  out.push(
    `  Together ${box.preferences.currency}${fixed(plan.kit.totalCost, 2)}, one box ${box.preferences.currency}${fixed(plan.kit.costPerBox, 2)}`,
    ''
  );
  return out.join('\n');
}
