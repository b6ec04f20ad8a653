/** The views of each stage, the first one being what it opens with. */
export const STAGE_VIEWS = {
  outing: { outing: 'Trip', season: 'Season' },
  battery: { size: 'Size', compare: 'Compare', join: 'Join', charge: 'Charge', volts: 'Read' },
  case: {},
  ports: { layout: 'Layout', holes: 'Holes', water: 'Water', labels: 'Labels', brackets: 'Brackets' },
  wiring: {
    circuit: 'Circuit',
    live: 'Live',
    where: 'Where',
    paths: 'Paths',
    survey: 'Shorts',
    trials: 'What if',
    finder: 'Find a fault',
    plugs: 'Plugs',
    runs: 'Runs'
  },
  kit: { list: 'List', orders: 'Orders', cutting: 'Cutting', drawer: 'Drawer', value: 'Value' },
  bench: { plan: 'Plan', build: 'Build', test: 'Test', papers: 'Papers', lookup: 'Look up' },
  logbook: { record: 'Record', history: 'History', learnt: 'Learnt', due: 'Due', meter: 'Meter' },
  variants: { side: 'Side by side', earlier: 'Earlier versions', family: 'The same box, but …' }
} as const;
