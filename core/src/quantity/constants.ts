/** Standard gravity, m/s². @source CGPM 1901, exact by definition */
export const GRAVITY = 9.80665;
/** Days of a calendar month, on average: 365.25 / 12, rounded as people reckon. */
export const DAYS_A_MONTH = 30.44;
