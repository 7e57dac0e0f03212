import './clients.css';
import type { ClientVisit } from '@tidy-quill/contract/clients';
import {
  CartesianGrid,
  Label,
  LabelList,
  Line,
  LineChart,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { defined } from '@tidy-quill/core/units';
import { wholeTicks } from '../plan/chart-scale';
import { useSignedIn } from '../../app/clinic-context';
import { ADVERSE_WORDS, dayOf, figure, nmText, pulseText, shortDay } from '../../text';

interface Point {
  readonly day: string;
  readonly fluence: number;
  readonly pulse: number;
  readonly pain: number | null;
  readonly reaction: string;
}

/** Fluence, pulse, highest pain and reactions over an area's course, one under the other on the same days. */
export default function SessionsChart({ visits }: { visits: readonly ClientVisit[] }) {
  const { timeZone } = useSignedIn().clinic;
  const lights = new Set(visits.flatMap((visit) => visit.lights.map((each) => each.wavelengthNm)));
  const points = [...visits].reverse().flatMap((visit) =>
    visit.lights.map(({ setting, answer, wavelengthNm }): Point => {
      const day = shortDay(dayOf(visit.startsAt, timeZone));
      return {
        // A day on which two lights were used stands twice.
        day: lights.size > 1 ? `${day}, ${nmText(wavelengthNm)}` : day,
        fluence: setting.fluenceJcm2,
        pulse: setting.pulseMs,
        pain: answer.painMax,
        reaction: answer.adverse.map((each) => ADVERSE_WORDS[each]).join(', '),
      };
    }),
  );
  const said = points.map(
    ({ day, fluence, pulse, pain, reaction }) =>
      `${day}: ${figure(fluence, 2)} J/cm², ${pulseText(pulse)}, pain ${pain ?? 'not asked'}${reaction === '' ? '' : `, ${reaction}`}`,
  );
  return (
    <figure className="chart course" role="img" aria-label={`Course. ${said.join('; ')}`}>
      <Panel points={points} of="fluence" unit="J/cm²" height={150} colour="var(--accent)" />
      <Panel points={points} of="pulse" unit={pulseUnit(points)} height={105} colour="var(--ink)" />
      <Panel points={points} of="pain" unit="pain 0–10" height={105} colour="var(--second-ink)" />
      <ol className="course-days" aria-hidden style={{ paddingLeft: 60, paddingRight: 24 }}>
        {points.map(({ day, reaction }, index) => (
          <li key={index}>
            {day}
            {reaction === '' ? null : <strong className="tag tag-stop">{reaction}</strong>}
          </li>
        ))}
      </ol>
    </figure>
  );
}

const pulseUnit = (points: readonly Point[]) =>
  points.every(({ pulse }) => pulse < 0.01) ? 'ns' : 'ms';

function Panel({
  points,
  of,
  unit,
  height,
  colour,
}: {
  points: readonly Point[];
  of: 'fluence' | 'pulse' | 'pain';
  unit: string;
  height: number;
  colour: string;
}) {
  const scale = unit === 'ns' ? 1e6 : 1;
  const data = points.map((point) => {
    const value = point[of];
    return { day: point.day, value: value === null ? null : value * scale };
  });
  const highest = Math.max(...data.map(({ value }) => value ?? 0));
  const ticks = of === 'pain' ? [0, 5, 10] : wholeTicks(highest, 3);
  return (
    <ResponsiveContainer width="100%" height={height}>
      <LineChart data={data} margin={{ top: 28, right: 24, bottom: 0, left: 4 }}>
        <CartesianGrid stroke="var(--rule)" vertical={false} />
        <XAxis dataKey="day" hide padding={{ left: 40, right: 40 }} />
        <YAxis
          stroke="var(--second-ink)"
          tickLine={false}
          width={56}
          domain={[0, defined(ticks.at(-1))]}
          ticks={ticks}
        >
          <Label value={unit} position="top" offset={12} fill="var(--second-ink)" />
        </YAxis>
        <Line
          dataKey="value"
          stroke={colour}
          strokeWidth={2.2}
          dot={{ r: 4, fill: colour }}
          isAnimationActive={false}
        >
          <LabelList
            dataKey="value"
            position="top"
            offset={9}
            fill="var(--ink)"
            formatter={(value) => (typeof value === 'number' ? figure(value, 1) : '')}
          />
        </Line>
      </LineChart>
    </ResponsiveContainer>
  );
}
