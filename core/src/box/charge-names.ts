/** What a charger may be fed from, in people's words; the document knows 'unknown' beside them. */
export const FED_FROM = ['mains', 'vehicle-converter', 'vehicle-direct', 'battery-direct'] as const;

export const FED_FROM_WORDS: Record<(typeof FED_FROM)[number], string> = {
  mains: 'the mains',
  'vehicle-converter': 'a vehicle or another battery, through a charging converter',
  'vehicle-direct': 'a vehicle’s socket, straight',
  'battery-direct': 'another battery, joined straight'
};
