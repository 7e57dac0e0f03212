/** A clock time as somebody types it, “9:15”, “0915”, “9.15 pm” or “21”, as HH:mm; null where it is none. */
export function parseClock(text: string): string | null {
  const parts = /^(\d{1,2})(?:[:.h]?(\d{2}))?\s*([ap])?\.?m?\.?$/i.exec(text.trim());
  if (parts === null) return null;
  const [, hour = '', minute = '00', half] = parts;
  const given = Number(hour);
  if (half !== undefined && (given < 1 || given > 12)) return null;
  const afternoon = half?.toLowerCase() === 'p';
  const hours = half === undefined ? given : (given % 12) + (afternoon ? 12 : 0);
  if (hours > 23 || Number(minute) > 59) return null;
  return `${String(hours).padStart(2, '0')}:${minute}`;
}
