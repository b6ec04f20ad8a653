/** Minutes hands on, for one box. @source rule of thumb: a careful hobbyist, tools laid out */
export const MIN = {
  mock: 25,
  measurePart: 3,
  mark: 10,
  markHole: 2,
  drill: 10,
  drillHole: 5,
  deburrHole: 2,
  paint: 15,
  cut: 10,
  cutLead: 1,
  cord: 8,
  end: 2,
  part: 6,
  inside: 15,
  connectEnd: 1.5,
  solar: 15,
  shunt: 5,
  hold: 15,
  join: 20,
  dead: 10,
  deadRow: 1,
  fuses: 8,
  live: 10,
  liveRow: 2,
  load: 20,
  water: 15,
  charge: 5,
  card: 15
} as const;
/** By itself, minutes. @source data sheets as usual: neutral silicone 2 to 3 mm a day, spray paint dry to handle, a load warms its terminals through */
export const WAIT = { sealant: 1440, paint: 240, load: 30 } as const;
