/** When something is due, as people say it. Pure. */

const day = 86_400_000;

/** Whether something is due within a week, or past. */
export function soon(due: string, today: string): boolean {
  return Date.parse(due) - Date.parse(today) <= 7 * day;
}

/** "today", "in 9 days", "due for 3 days", "about 29 April". */
export function dueWords(due: string, today: string): string {
  const days = Math.round((Date.parse(`${due}T12:00:00Z`) - Date.parse(`${today}T12:00:00Z`)) / day);
  if (days === 0) return "today";
  if (days === 1) return "tomorrow";
  if (days < 0) return days === -1 ? "due since yesterday" : `due for ${-days} days`;
  if (days <= 14) return `in ${days} days`;
  const date = new Date(`${due}T12:00:00`);
  const words = date.toLocaleDateString("en-GB", { day: "numeric", month: "long" });
  return due.slice(0, 4) === today.slice(0, 4) ? `about ${words}` : `about ${words} ${due.slice(0, 4)}`;
}
