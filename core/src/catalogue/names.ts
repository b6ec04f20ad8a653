// apart from the schemas, so that the plan and the screens do not pull in the validator

export const CHEMISTRIES = ['lfp', 'agm', 'gel', 'flooded', 'nmc3', 'nmc4', 'lithium', 'unknown'] as const;

export const FUSE_FAMILIES = ['mini-blade', 'blade', 'midi', 'post', 'glass', 'breaker'] as const;

/**
 * What stands on a switch's tabs, counted from the marked end. Two-tab switches may be fed from either side; with a lamp
 * inside makers differ.
 */
export const TAB_ORDERS = [
  'two-tabs',
  'supply-load-lamp',
  'supply-lamp-load',
  'load-supply-lamp',
  'load-lamp-supply',
  'lamp-supply-load',
  'lamp-load-supply'
] as const;

/** What is measured on a case, in the order of the measuring sheet. */
export const CASE_MEASURES = [
  'floorLengthMm',
  'floorWidthMm',
  'rimLengthMm',
  'rimWidthMm',
  'depthMm',
  'lidDepthMm',
  'wallMm',
  'cornerRadiusMm',
  'floorFilletMm',
  'skirtMm',
  'gasketBandMm',
  'trayBelowRimMm',
  'massKg',
  'handleRatedKg'
] as const;

/** How a device is fed. The last two hang on a 12 V port with a converter or inverter of their own in the lead. */
export const SUPPLIES = ['12v', 'usb-a', 'usb-c', 'regulated-12v', 'dc-converter', 'inverter'] as const;

export const BODY_USES = [
  'charger',
  'converter',
  'controller',
  'inverter',
  'bus-bar',
  'spares',
  'tools',
  'other'
] as const;

/** What joins a panel part’s leads to it. */
export const WIRED_BY = ['tabs', 'screws', 'crimps', 'leads', 'solder', 'none', 'unknown'] as const;
