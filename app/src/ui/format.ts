const DAY_MS = 24 * 3600 * 1000;

/** How long ago, in the person's language: "3 days ago", "yesterday", "2 hours ago". */
export function ago(instant: string, now = Date.now()): string {
  const relative = new Intl.RelativeTimeFormat(undefined, { numeric: 'auto' });
  const ms = now - Date.parse(instant);
  if (ms >= DAY_MS) return relative.format(-Math.floor(ms / DAY_MS), 'day');
  if (ms >= DAY_MS / 24) return relative.format(-Math.floor(ms / (DAY_MS / 24)), 'hour');
  return relative.format(-Math.max(0, Math.floor(ms / 60_000)), 'minute');
}

/** A day in the person's locale. */
export const day = (instant: string) => new Date(instant).toLocaleDateString(undefined, { day: 'numeric', month: 'short', year: 'numeric' });

/** Day and time in the person's locale. */
export const dayAndTime = (instant: string) => new Date(instant).toLocaleString(undefined, { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });

/** What was typed as a number; what is no number stays text, for the schema to refuse by name. Nothing typed is nothing. */
export function typedNumber(text: string): number | string | undefined {
  const trimmed = text.trim().replace(',', '.');
  if (trimmed === '') return undefined;
  const figure = Number(trimmed);
  return Number.isFinite(figure) ? figure : text;
}
