/** Counting and listing in English, done once. Pure. */

/** "1 cane", "3 canes"; the plural is given where it is not the singular with an s. */
export function counted(n: number, one: string, more = `${one}s`): string {
  return `${n} ${n === 1 ? one : more}`;
}

/** "A", "A and B", "A, B and C". */
export function listed(parts: readonly string[], last: "and" | "or" = "and"): string {
  return parts.length < 2 ? (parts[0] ?? "") : `${parts.slice(0, -1).join(", ")} ${last} ${parts[parts.length - 1]}`;
}

/** The first letter large. */
export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** How long work takes: "about 25 minutes", "about 2½ hours"; none where there is none. */
export function timeWords(minutes: number): string {
  if (minutes <= 0) return "no work on this day";
  if (minutes < 90) return `about ${counted(minutes, "minute")}`;
  const halves = Math.round(minutes / 30);
  return `about ${Math.floor(halves / 2)}${halves % 2 ? "½" : ""} hours`;
}
