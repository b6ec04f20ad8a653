/** A day as the person's own system writes it; text that is no day stays as it is. @param iso '2026-09-18' */
export function ownDay(iso: string): string {
  const at = new Date(`${iso}T12:00`);
  return Number.isNaN(at.getTime()) ? iso : at.toLocaleDateString();
}

/** The days in a sentence, written the same way. */
export const withOwnDays = (text: string): string => text.replace(/\b\d{4}-\d{2}-\d{2}\b/g, (day) => ownDay(day));
