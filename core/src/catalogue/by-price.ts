type Priced = { priceAmount: number | null };

/** What a part without a price counts with: dearer than any that has one. */
const NO_PRICE = 1e6;

/** A part's price, one that nobody named after all others. */
export const priceOf = (p: Priced): number => p.priceAmount ?? NO_PRICE;

/** Cheapest first. */
export const byPrice = (a: Priced, b: Priced): number => priceOf(a) - priceOf(b);
