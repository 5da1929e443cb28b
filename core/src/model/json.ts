/** Whether a JSON value is an object with names. */
export function isRecord(raw: unknown): raw is Record<string, unknown> {
  return typeof raw === 'object' && raw !== null && !Array.isArray(raw);
}

const mostShown = 40;

/** A short, safe picture of anything, for messages: never deeper or longer than a person reads. */
export function show(raw: unknown): string {
  if (raw === undefined) return 'nothing';
  const text = pictured(raw, 0);
  return text.length > mostShown ? `${text.slice(0, mostShown - 3)}…` : text;
}

function pictured(raw: unknown, depth: number): string {
  if (typeof raw === 'string') return JSON.stringify(raw.slice(0, mostShown));
  if (typeof raw === 'number' || typeof raw === 'boolean' || raw === null) return String(raw);
  if (typeof raw !== 'object') return typeof raw;
  if (depth > 2) return '…';
  if (Array.isArray(raw))
    return `[${raw
      .slice(0, 8)
      .map((entry) => pictured(entry, depth + 1))
      .join(',')}${raw.length > 8 ? ',…' : ''}]`;
  const names = Object.keys(raw).slice(0, 8);
  return `{${names.map((name) => `${JSON.stringify(name.slice(0, mostShown))}:${pictured((raw as Record<string, unknown>)[name], depth + 1)}`).join(',')}}`;
}
