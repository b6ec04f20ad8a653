/** Largest body of a request, bytes; a box file with its save around it is far smaller. */
export const MOST_BODY_BYTES = 3_000_000;
/** Of a box with its photographs. */
export const MOST_TRAVEL_BYTES = 120_000_000;
