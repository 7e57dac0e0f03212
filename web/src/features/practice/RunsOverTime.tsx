import type { PracticeRun } from '@tidy-quill/contract/practice';
import type { Measure, MeasureId } from '@tidy-quill/core/practice';
import { useSignedIn } from '../../app/clinic-context';
import { dayOf, dayText, measureText, MEASURE_WORDS } from '../../text';

/** What is followed of an exercise, the first of these that it has. */
const FOLLOWED: readonly MeasureId[] = ['endsToMiddle', 'tooSlow', 'rest', 'missed'];

const WIDTH = 220;
const HEIGHT = 44;
const EDGE = 6;

/** One figure of an exercise from run to run, its limit dashed, the first and the newest in words. */
export function RunsOverTime({ runs }: { runs: readonly PracticeRun[] }) {
  const { timeZone } = useSignedIn().clinic;
  const oldest = [...runs].reverse();
  const id = FOLLOWED.find((each) => runs[0]?.measures.some((measure) => measure.id === each));
  const points = oldest.flatMap(({ at, measures }) => {
    const measure = measures.find((each) => each.id === id);
    return measure === undefined ? [] : [{ at, measure }];
  });
  const [first] = points;
  const last = points.at(-1);
  if (first === undefined || last === undefined) return null;
  const limit = last.measure.most ?? last.measure.least;
  const all = [...points.map(({ measure }) => measure.value), ...(limit === null ? [] : [limit])];
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const y = (value: number) =>
    HEIGHT - EDGE - ((value - low) / Math.max(1e-9, high - low)) * (HEIGHT - 2 * EDGE);
  const x = (i: number) => EDGE + (i / Math.max(1, points.length - 1)) * (WIDTH - 2 * EDGE);
  const said = ({ at, measure }: { readonly at: string; readonly measure: Measure }) =>
    `${measureText(measure)} on ${dayText(dayOf(at, timeZone))}`;
  return (
    <figure className="runs-over-time">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width={WIDTH} height={HEIGHT} aria-hidden>
        {limit === null ? null : (
          <line
            x1={EDGE}
            x2={WIDTH - EDGE}
            y1={y(limit)}
            y2={y(limit)}
            stroke="var(--strong-rule)"
            strokeDasharray="4 3"
          />
        )}
        <polyline
          points={points.map(({ measure }, i) => `${x(i)},${y(measure.value)}`).join(' ')}
          fill="none"
          stroke="var(--accent)"
          strokeWidth={2}
        />
        {points.map(({ at, measure }, i) => (
          <circle key={at} cx={x(i)} cy={y(measure.value)} r={3} fill="var(--accent)" />
        ))}
      </svg>
      <figcaption>
        {MEASURE_WORDS[last.measure.id].word}: {said(first)}, {said(last)}
        {limit === null
          ? ''
          : `; dashed: ${last.measure.most === null ? 'at least' : 'at most'} ${measureText({ id: last.measure.id, value: limit })}`}
        .
      </figcaption>
    </figure>
  );
}
