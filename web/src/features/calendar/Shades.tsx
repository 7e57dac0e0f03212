import { MINUTE_PX, type Shade } from './board-layout';

/** The stretches of a column in which nothing can be booked, each with its reason. */
export function Shades({
  shades,
  from,
  minutePx = MINUTE_PX,
}: {
  shades: readonly Shade[];
  from: number;
  minutePx?: number;
}) {
  return shades.map((shade) => (
    <li
      key={`${shade.from} ${shade.text}`}
      className={`board-shade${shade.text === '' ? '' : ' is-away'}`}
      style={{
        top: (shade.from - from) * minutePx,
        height: (shade.until - shade.from) * minutePx,
      }}
      aria-hidden={shade.text === ''}
    >
      {shade.text}
    </li>
  ));
}
