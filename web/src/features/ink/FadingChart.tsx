import { expectedCourse, type Clearance, type Fade } from '@tidy-quill/core/ink';
import type { InkColour } from '@tidy-quill/core/look';
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Label,
  LabelList,
  Line,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { defined } from '@tidy-quill/core/units';
import { figure, INK_COLOUR_WORDS } from '../../text';

const DASHES = ['0', '6 4', '2 4', '10 3 2 3'] as const;

/** Ink left per colour after each session: what was seen as points and lines, what is expected as a band. */
export default function FadingChart({
  expected,
  colours,
}: {
  expected: number;
  colours: readonly {
    readonly colour: InkColour;
    readonly seen: readonly Fade[];
    readonly course: Clearance;
  }[];
}) {
  const most = Math.max(
    expected,
    ...colours.flatMap(({ seen }) => seen.map((each) => each.sessions)),
  );
  const data = expectedCourse(expected, Math.ceil(most)).map(({ session, left, low, high }) => ({
    session,
    left: left * 100,
    band: [low * 100, high * 100],
    ...Object.fromEntries(
      colours.map(({ colour, seen }) => {
        const own = seen.find(({ sessions }) => sessions === session);
        return [colour, session === 0 ? 100 : own === undefined ? null : (1 - own.faded) * 100];
      }),
    ),
  }));
  const said = colours.flatMap(({ colour, seen }) =>
    seen.map(
      ({ sessions, faded }) =>
        `${INK_COLOUR_WORDS[colour]} ${figure((1 - faded) * 100, 0)} % left after ${sessions}`,
    ),
  );
  return (
    <figure
      className="chart"
      role="img"
      aria-label={`Ink left. ${said.join('; ') || 'Nothing seen yet'}`}
    >
      <ResponsiveContainer width="100%" height={190}>
        <ComposedChart data={data} margin={{ top: 24, right: 76, bottom: 18, left: 4 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis dataKey="session" stroke="var(--second-ink)" tickLine={false}>
            <Label
              value="sessions"
              position="insideBottomRight"
              offset={-12}
              fill="var(--second-ink)"
            />
          </XAxis>
          <YAxis
            domain={[0, 100]}
            ticks={[0, 50, 100]}
            stroke="var(--second-ink)"
            tickLine={false}
            width={52}
          >
            <Label value="% left" position="top" offset={10} fill="var(--second-ink)" />
          </YAxis>
          <Area
            dataKey="band"
            stroke="none"
            fill="var(--accent)"
            fillOpacity={0.16}
            isAnimationActive={false}
          />
          <Line
            dataKey="left"
            stroke="var(--accent)"
            strokeDasharray="5 4"
            dot={false}
            isAnimationActive={false}
          />
          {colours.map(({ colour, seen }, index) => (
            <Line
              key={colour}
              dataKey={colour}
              stroke="var(--ink)"
              strokeWidth={2}
              strokeDasharray={DASHES[index % DASHES.length]}
              connectNulls
              dot={{ r: 4, fill: 'var(--ink)', strokeDasharray: '0' }}
              isAnimationActive={false}
            >
              {seen.length === 0 ? null : (
                <LabelList
                  dataKey={colour}
                  position="right"
                  fill="var(--ink)"
                  formatter={(value) =>
                    value === (1 - defined(seen.at(-1)).faded) * 100 ? INK_COLOUR_WORDS[colour] : ''
                  }
                />
              )}
            </Line>
          ))}
        </ComposedChart>
      </ResponsiveContainer>
      <figcaption>
        Dashed with its band: expected, uncertain by ± 25 % of the sessions. Full: as it was seen.
      </figcaption>
    </figure>
  );
}
