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
import { useSignedIn } from '../../app/clinic-context';
import { dayOf, shortDay } from '../../text';

/** Fluence and highest pain over an area's course, labelled on the lines themselves. */
export default function CourseChart({ visits }: { visits: readonly ClientVisit[] }) {
  const { timeZone } = useSignedIn().clinic;
  const points = [...visits].reverse().map(({ startsAt, setting, answer }) => ({
    day: shortDay(dayOf(startsAt, timeZone)),
    fluence: setting!.fluenceJcm2,
    pain: answer.painMax,
    mark: answer.adverse.length > 0 ? 'reacted' : '',
  }));
  const said = points.map(({ day, fluence, pain }) => `${day}: ${fluence} J/cm², pain ${pain}`);
  return (
    <figure className="chart" role="img" aria-label={`Course. ${said.join('; ')}`}>
      <ResponsiveContainer width="100%" height={190}>
        <LineChart data={points} margin={{ top: 30, right: 24, bottom: 8, left: 24 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis
            dataKey="day"
            stroke="var(--second-ink)"
            tickLine={false}
            padding={{ left: 40, right: 40 }}
          />
          <YAxis
            yAxisId="fluence"
            stroke="var(--second-ink)"
            tickLine={false}
            width={56}
            domain={[0, 'auto']}
          >
            <Label value="J/cm²" position="top" offset={14} fill="var(--second-ink)" />
          </YAxis>
          <YAxis
            yAxisId="pain"
            orientation="right"
            domain={[0, 10]}
            ticks={[0, 5, 10]}
            stroke="var(--second-ink)"
            tickLine={false}
            width={48}
          >
            <Label value="pain 0–10" position="top" offset={14} fill="var(--second-ink)" />
          </YAxis>
          <Line
            yAxisId="fluence"
            dataKey="fluence"
            stroke="var(--accent)"
            strokeWidth={2.5}
            dot={{ r: 5, fill: 'var(--accent)' }}
            isAnimationActive={false}
          >
            <LabelList dataKey="fluence" position="top" offset={10} fill="var(--accent-text)" />
            <LabelList dataKey="mark" position="bottom" fill="var(--stop-text)" />
          </Line>
          <Line
            yAxisId="pain"
            dataKey="pain"
            stroke="var(--second-ink)"
            strokeDasharray="4 4"
            dot={{
              r: 4,
              fill: 'var(--surface)',
              stroke: 'var(--second-ink)',
              strokeDasharray: '0',
            }}
            isAnimationActive={false}
          >
            <LabelList dataKey="pain" position="bottom" offset={10} fill="var(--second-ink)" />
          </Line>
        </LineChart>
      </ResponsiveContainer>
      <figcaption>Full line: fluence used, J/cm². Dashed line: highest pain, 0–10.</figcaption>
    </figure>
  );
}
