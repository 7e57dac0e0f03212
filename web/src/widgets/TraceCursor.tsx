import type { Corner } from './trace';

/** Where the keys stand on a map that is traced. */
export function TraceCursor({ cursor, scale }: { cursor: Corner | null; scale: number }) {
  if (cursor === null) return null;
  const [x, y] = [cursor[0] * scale, cursor[1] * scale];
  return (
    <path
      d={`M${x - 9},${y}H${x + 9}M${x},${y - 9}V${y + 9}`}
      stroke="var(--ink)"
      strokeWidth={2}
    />
  );
}
