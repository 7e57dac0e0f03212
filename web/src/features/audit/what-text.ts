const LONGEST = 160;

/** Keys that say nothing to a reader: ids and counters of the database's own. */
const HIDDEN = new Set([
  'id',
  'clinic_id',
  'client_id',
  'visit_id',
  'area_id',
  'version',
  'sha256',
]);

/** What an entry of the trail tells, in one line: each field that changed, before → after; or what was looked for. */
export function whatText(what: Readonly<Record<string, unknown>>): string {
  const { before, after } = what;
  const text = isObject(after)
    ? Object.entries(after)
        .filter(([key, value]) => !HIDDEN.has(key) && value !== null && value !== '')
        .map(([key, value]) =>
          isObject(before)
            ? `${named(key)}: ${shown(before[key])} → ${shown(value)}`
            : `${named(key)} ${shown(value)}`,
        )
        .join(', ')
    : Object.entries(what)
        .filter(([key, value]) => key !== 'id' && key !== 'page' && value !== '')
        .map(([key, value]) => `${named(key)} ${shown(value)}`)
        .join(', ');
  return text.length > LONGEST ? `${text.slice(0, LONGEST)}…` : text;
}

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const named = (key: string): string =>
  key
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .replaceAll('_', ' ')
    .toLowerCase();

function shown(value: unknown): string {
  if (value === null || value === undefined || value === '') return 'nothing';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string' || typeof value === 'number') return `“${value}”`;
  return JSON.stringify(value);
}
