import type { RunList } from '../../wiring/run-list.ts';

/** Torque of nuts on electrical studs, N·m. @source mechanical reference 2: M5 2-3, M6 4-6, M8 8-12; M4: rule of thumb, half of M5 */
const TORQUE_NM = { m4: [1, 1.5], m5: [2, 3], m6: [4, 6], m8: [8, 12] } as const;
/** Exact: 4.4482216152605 N × 0.0254 m. */
const NM_PER_INCH_POUND = 0.1129848290276167;

/** What a ring on a stud is tightened with, as this person's wrench is marked: 'M5 2 to 3 N·m'. */
export function torqueText(stud: keyof typeof TORQUE_NM, lengthUnit: 'mm' | 'in'): string {
  const [low, high] = TORQUE_NM[stud];
  return lengthUnit === 'mm'
    ? `${stud.toUpperCase()} ${low} to ${high} N·m`
    : `${stud.toUpperCase()} ${Math.round(low / NM_PER_INCH_POUND)} to ${Math.round(high / NM_PER_INCH_POUND)} in·lb`;
}

/** Torques of every stud that leads of this run list are bolted on, the smallest first. */
export function torques(runs: Pick<RunList, 'joints'>, lengthUnit: 'mm' | 'in'): string[] {
  const studs = new Set(runs.joints.flatMap((j) => (j.joint.kind === 'ring' ? [j.joint.stud] : [])));
  return [...studs].sort().map((s) => torqueText(s, lengthUnit));
}
