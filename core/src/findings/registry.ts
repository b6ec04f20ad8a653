import type { Rule } from './rule.ts';
import { adapterReverses } from './rules/adapter-reverses.ts';
import { adiabaticFail } from './rules/adiabatic-fail.ts';
import { airTransport } from './rules/air-transport.ts';
import { batteryWorn } from './rules/battery-worn.ts';
import { batteryDoesNotFit } from './rules/battery-does-not-fit.ts';
import { batteryDragsGasket } from './rules/battery-drags-gasket.ts';
import { batteryFiguresUnknown } from './rules/battery-figures-unknown.ts';
import { batteryOnSide } from './rules/battery-on-side.ts';
import { batteryShell } from './rules/battery-shell.ts';
import { batteryTerminalSmall } from './rules/battery-terminal-small.ts';
import { batteryWrongWayUp } from './rules/battery-wrong-way-up.ts';
import { behindPanelCollision } from './rules/behind-panel-collision.ts';
import { bendTooTight } from './rules/bend-too-tight.ts';
import { bmsCurrent } from './rules/bms-current.ts';
import { bracketFoot } from './rules/bracket-foot.ts';
import { bracketPullsOff } from './rules/bracket-pulls-off.ts';
import { bracketTips } from './rules/bracket-tips.ts';
import { breakerAutoReset } from './rules/breaker-auto-reset.ts';
import { breakerHot } from './rules/breaker-hot.ts';
import { breakerLever } from './rules/breaker-lever.ts';
import { bundleNotDerated } from './rules/bundle-not-derated.ts';
import { cRateHigh } from './rules/c-rate-high.ts';
import { capacityClaim } from './rules/capacity-claim.ts';
import { cardFull } from './rules/card-full.ts';
import { caseNotMeasured } from './rules/case-not-measured.ts';
import { caseShape } from './rules/case-shape.ts';
import { ccaWire } from './rules/cca-wire.ts';
import { chainLoop } from './rules/chain-loop.ts';
import { changeoverUnsound } from './rules/changeover-unsound.ts';
import { chargeCurrent } from './rules/charge-current.ts';
import { chargeVoltage } from './rules/charge-voltage.ts';
import { chemistryUnknown } from './rules/chemistry-unknown.ts';
import { circuitShape } from './rules/circuit-shape.ts';
import { coldCharge } from './rules/cold-charge.ts';
import { condensation } from './rules/condensation.ts';
import { conductorOverload } from './rules/conductor-overload.ts';
import { connectorOverload } from './rules/connector-overload.ts';
import { contactHeat } from './rules/contact-heat.ts';
import { controllerUnsound } from './rules/controller-unsound.ts';
import { converterOverload } from './rules/converter-overload.ts';
import { onePlug } from './rules/one-plug.ts';
import { railHigh } from './rules/rail-high.ts';
import { railLow } from './rules/rail-low.ts';
import { railMisplaced } from './rules/rail-misplaced.ts';
import { railRange } from './rules/rail-range.ts';
import { railUnchosen } from './rules/rail-unchosen.ts';
import { railOverload } from './rules/rail-overload.ts';
import { cordArmour } from './rules/cord-armour.ts';
import { cordLoose } from './rules/cord-loose.ts';
import { cutoffBypassed } from './rules/cutoff-bypassed.ts';
import { cutoffTooLow } from './rules/cutoff-too-low.ts';
import { cutoffVsBms } from './rules/cutoff-vs-bms.ts';
import { deepFrost } from './rules/deep-frost.ts';
import { deviceLeadThin } from './rules/device-lead-thin.ts';
import { deviceOvervoltage } from './rules/device-overvoltage.ts';
import { deviceUndervoltage } from './rules/device-undervoltage.ts';
import { deviceNeverRuns } from './rules/device-never-runs.ts';
import { deviceVolts } from './rules/device-volts.ts';
import { deviceWithoutPort } from './rules/device-without-port.ts';
import { directFuseFar } from './rules/direct-fuse-far.ts';
import { dodDeep } from './rules/dod-deep.ts';
import { drawClaimsDisagree } from './rules/draw-claims-disagree.ts';
import { drawGuessed } from './rules/draw-guessed.ts';
import { edgeTooNear } from './rules/edge-too-near.ts';
import { elementOverload } from './rules/element-overload.ts';
import { engineCircuit } from './rules/engine-circuit.ts';
import { faultTooWeak } from './rules/fault-too-weak.ts';
import { fitNotProven } from './rules/fit-not-proven.ts';
import { fitTight } from './rules/fit-tight.ts';
import { flangeOverlap } from './rules/flange-overlap.ts';
import { fuseBlockWays } from './rules/fuse-block-ways.ts';
import { fuseExceedsConductor } from './rules/fuse-exceeds-conductor.ts';
import { fuseExceedsPart } from './rules/fuse-exceeds-part.ts';
import { fuseExceedsReturn } from './rules/fuse-exceeds-return.ts';
import { fuseInReturn } from './rules/fuse-in-return.ts';
import { fuseInrush } from './rules/fuse-inrush.ts';
import { fuseNearLimit } from './rules/fuse-near-limit.ts';
import { fuseOversized } from './rules/fuse-oversized.ts';
import { fuseUnlisted } from './rules/fuse-unlisted.ts';
import { fuseVoltage } from './rules/fuse-voltage.ts';
import { gaugeTooThin } from './rules/gauge-too-thin.ts';
import { gelLow } from './rules/gel-low.ts';
import { gelRenew } from './rules/gel-renew.ts';
import { guardExceedsElement } from './rules/guard-exceeds-element.ts';
import { handleRating } from './rules/handle-rating.ts';
import { holeDrilled } from './rules/hole-drilled.ts';
import { hotBox } from './rules/hot-box.ts';
import { insulationClassLow } from './rules/insulation-class-low.ts';
import { internalHeat } from './rules/internal-heat.ts';
import { interruptingLow } from './rules/interrupting-low.ts';
import { inverterPresent } from './rules/inverter-present.ts';
import { ipOpenInUse } from './rules/ip-open-in-use.ts';
import { ipWeakest } from './rules/ip-weakest.ts';
import { jointUnsound } from './rules/joint-unsound.ts';
import { leadAcidSealedCharge } from './rules/lead-acid-sealed-charge.ts';
import { leadTooLong } from './rules/lead-too-long.ts';
import { leadTooShort } from './rules/lead-too-short.ts';
import { lfpVoltGauge } from './rules/lfp-volt-gauge.ts';
import { lidSwing } from './rules/lid-swing.ts';
import { lidWireTrap } from './rules/lid-wire-trap.ts';
import { liveMalePins } from './rules/live-male-pins.ts';
import { looseBattery } from './rules/loose-battery.ts';
import { mainFuseExceeds } from './rules/main-fuse-exceeds.ts';
import { mainFuseFar } from './rules/main-fuse-far.ts';
import { mainFuseNearLimit } from './rules/main-fuse-near-limit.ts';
import { mainOver60a } from './rules/main-over-60a.ts';
import { mainsCord } from './rules/mains-cord.ts';
import { metalCase } from './rules/metal-case.ts';
import { meterSharedFeed } from './rules/meter-shared-feed.ts';
import { meterUnfused } from './rules/meter-unfused.ts';
import { motorUnsaid } from './rules/motor-unsaid.ts';
import { neverOn } from './rules/never-on.ts';
import { noChargeWay } from './rules/no-charge-way.ts';
import { noCutoff } from './rules/no-cutoff.ts';
import { noMainFuse } from './rules/no-main-fuse.ts';
import { noMaster } from './rules/no-master.ts';
import { noProtection } from './rules/no-protection.ts';
import { noTempComp } from './rules/no-temp-comp.ts';
import { noVentSealed } from './rules/no-vent-sealed.ts';
import { notFullAtStart } from './rules/not-full-at-start.ts';
import { offTheFace } from './rules/off-the-face.ts';
import { outsideInlet } from './rules/outside-inlet.ts';
import { overfilled } from './rules/overfilled.ts';
import { panelThickness } from './rules/panel-thickness.ts';
import { parallelAge } from './rules/parallel-age.ts';
import { parallelFuse } from './rules/parallel-fuse.ts';
import { parallelSoc } from './rules/parallel-soc.ts';
import { parallelTakeoff } from './rules/parallel-takeoff.ts';
import { parallelWires } from './rules/parallel-wires.ts';
import { partInNoDrillZone } from './rules/part-in-no-drill-zone.ts';
import { pathChanged } from './rules/path-changed.ts';
import { peakCutoff } from './rules/peak-cutoff.ts';
import { plugEnvelopeClash } from './rules/plug-envelope-clash.ts';
import { plugFingerGap } from './rules/plug-finger-gap.ts';
import { portCollisionInside } from './rules/port-collision-inside.ts';
import { portFaceLost } from './rules/port-face-lost.ts';
import { portFacesUp } from './rules/port-faces-up.ts';
import { portTooLow } from './rules/port-too-low.ts';
import { postsUncovered } from './rules/posts-uncovered.ts';
import { powerLimit } from './rules/power-limit.ts';
import { quiescentDrain } from './rules/quiescent-drain.ts';
import { relayUnsound } from './rules/relay-unsound.ts';
import { returnSharedOverload } from './rules/return-shared-overload.ts';
import { reversePolarity } from './rules/reverse-polarity.ts';
import { runUnfused } from './rules/run-unfused.ts';
import { runtimeShort } from './rules/runtime-short.ts';
import { runtimeTight } from './rules/runtime-tight.ts';
import { samePlug } from './rules/same-plug.ts';
import { selectivityPoor } from './rules/selectivity-poor.ts';
import { sealedAsBuilt } from './rules/sealed-as-built.ts';
import { sendsOrDraws } from './rules/sends-or-draws.ts';
import { seriesBatteries } from './rules/series-batteries.ts';
import { shuntBypassed } from './rules/shunt-bypassed.ts';
import { shuntOverload } from './rules/shunt-overload.ts';
import { sinks } from './rules/sinks.ts';
import { socketOvercurrent } from './rules/socket-overcurrent.ts';
import { solarDirect } from './rules/solar-direct.ts';
import { solarPlace } from './rules/solar-place.ts';
import { solarVoc } from './rules/solar-voc.ts';
import { sourceUnfused } from './rules/source-unfused.ts';
import { spanOutside } from './rules/span-outside.ts';
import { sparksByBattery } from './rules/sparks-by-battery.ts';
import { storedFlat } from './rules/stored-flat.ts';
import { steelUnbushed } from './rules/steel-unbushed.ts';
import { supplyMismatch } from './rules/supply-mismatch.ts';
import { switchInReturn } from './rules/switch-in-return.ts';
import { switchRating } from './rules/switch-rating.ts';
import { tabOrderUnknown } from './rules/tab-order-unknown.ts';
import { terminalStack } from './rules/terminal-stack.ts';
import { terminalTooHot } from './rules/terminal-too-hot.ts';
import { tiltsOnHandle } from './rules/tilts-on-handle.ts';
import { tipsOver } from './rules/tips-over.ts';
import { tooHeavy } from './rules/too-heavy.ts';
import { unknownAttribute } from './rules/unknown-attribute.ts';
import { unmeasuredPart } from './rules/unmeasured-part.ts';
import { usbCRail } from './rules/usb-c-rail.ts';
import { vehicleDirect } from './rules/vehicle-direct.ts';
import { voltageDrop } from './rules/voltage-drop.ts';
import { waysTied } from './rules/ways-tied.ts';
import { webTooThin } from './rules/web-too-thin.ts';
import { wireUnlisted } from './rules/wire-unlisted.ts';

/** Every rule, listed by hand; a test compares the list with the folder. */
export const RULES: readonly Rule[] = [
  adapterReverses,
  adiabaticFail,
  airTransport,
  batteryDoesNotFit,
  batteryDragsGasket,
  batteryFiguresUnknown,
  batteryOnSide,
  batteryShell,
  batteryTerminalSmall,
  batteryWorn,
  batteryWrongWayUp,
  behindPanelCollision,
  bendTooTight,
  bmsCurrent,
  bracketFoot,
  bracketPullsOff,
  bracketTips,
  breakerAutoReset,
  breakerHot,
  breakerLever,
  bundleNotDerated,
  capacityClaim,
  cardFull,
  caseNotMeasured,
  caseShape,
  ccaWire,
  chainLoop,
  changeoverUnsound,
  chargeCurrent,
  chargeVoltage,
  chemistryUnknown,
  circuitShape,
  coldCharge,
  condensation,
  conductorOverload,
  connectorOverload,
  contactHeat,
  controllerUnsound,
  converterOverload,
  onePlug,
  railHigh,
  railLow,
  railOverload,
  railMisplaced,
  railRange,
  railUnchosen,
  cordArmour,
  cordLoose,
  cRateHigh,
  cutoffBypassed,
  cutoffTooLow,
  cutoffVsBms,
  deepFrost,
  deviceLeadThin,
  deviceOvervoltage,
  deviceUndervoltage,
  deviceNeverRuns,
  deviceVolts,
  deviceWithoutPort,
  directFuseFar,
  dodDeep,
  drawClaimsDisagree,
  drawGuessed,
  edgeTooNear,
  elementOverload,
  engineCircuit,
  faultTooWeak,
  fitNotProven,
  fitTight,
  flangeOverlap,
  fuseBlockWays,
  fuseExceedsConductor,
  fuseExceedsPart,
  fuseExceedsReturn,
  fuseInReturn,
  fuseInrush,
  fuseNearLimit,
  fuseOversized,
  fuseUnlisted,
  fuseVoltage,
  gaugeTooThin,
  gelLow,
  gelRenew,
  guardExceedsElement,
  handleRating,
  holeDrilled,
  hotBox,
  insulationClassLow,
  internalHeat,
  interruptingLow,
  inverterPresent,
  ipOpenInUse,
  ipWeakest,
  jointUnsound,
  leadAcidSealedCharge,
  leadTooLong,
  leadTooShort,
  lfpVoltGauge,
  lidSwing,
  lidWireTrap,
  liveMalePins,
  looseBattery,
  mainFuseExceeds,
  mainFuseFar,
  mainFuseNearLimit,
  mainOver60a,
  mainsCord,
  metalCase,
  meterSharedFeed,
  meterUnfused,
  motorUnsaid,
  neverOn,
  noChargeWay,
  noCutoff,
  noMainFuse,
  noMaster,
  noProtection,
  noTempComp,
  notFullAtStart,
  noVentSealed,
  offTheFace,
  outsideInlet,
  overfilled,
  panelThickness,
  parallelAge,
  parallelFuse,
  parallelSoc,
  parallelTakeoff,
  parallelWires,
  partInNoDrillZone,
  pathChanged,
  peakCutoff,
  plugEnvelopeClash,
  plugFingerGap,
  portCollisionInside,
  portFaceLost,
  portFacesUp,
  portTooLow,
  postsUncovered,
  powerLimit,
  quiescentDrain,
  storedFlat,
  relayUnsound,
  returnSharedOverload,
  reversePolarity,
  runtimeShort,
  runtimeTight,
  runUnfused,
  samePlug,
  selectivityPoor,
  sealedAsBuilt,
  sendsOrDraws,
  seriesBatteries,
  shuntBypassed,
  shuntOverload,
  sinks,
  socketOvercurrent,
  solarDirect,
  solarPlace,
  solarVoc,
  sourceUnfused,
  spanOutside,
  sparksByBattery,
  steelUnbushed,
  supplyMismatch,
  switchInReturn,
  switchRating,
  tabOrderUnknown,
  terminalStack,
  terminalTooHot,
  tiltsOnHandle,
  tipsOver,
  tooHeavy,
  unknownAttribute,
  unmeasuredPart,
  usbCRail,
  vehicleDirect,
  voltageDrop,
  waysTied,
  webTooThin,
  wireUnlisted
];
