import type { InkCourse } from '@tidy-quill/core/ink';
import { INK_COLOUR_WORDS, inkTakenText } from '../../text';
import { CourseOverWeeks, type CourseLineOf, type CoursePoint } from './CourseOverWeeks';

const SHAPES: readonly (readonly [CourseLineOf['shape'], string])[] = [
  ['circle', '●'],
  ['square', '■'],
  ['triangle', '▲'],
  ['diamond', '◆'],
  ['star', '★'],
  ['cross', '✚'],
];
const shapeOf = (index: number) => SHAPES[index % SHAPES.length] ?? (['circle', '●'] as const);
const DASHES = ['6 4', '2 4', '10 3 2 3'] as const;

/** Each colour of a tattoo over its sessions, in % of what it was before the first one, drawn as a course of hair is. */
export default function InkCourseChart({ course }: { course: InkCourse }) {
  const { colours, startedOn, visits, ahead, week } = course;
  return (
    <CourseOverWeeks
      said={`Ink over the weeks. ${colours.map((each) => inkTakenText(each)).join(' ')}`}
      unit="% left"
      startedOn={startedOn}
      today={week}
      visits={visits}
      ahead={ahead}
      lines={colours.map(({ colour, made, now, expected, seen }, index) => ({
        key: colour,
        points: [...made.map(was), was(now), ...expected.map(willBe)],
        seen: seen.map((each) => ({ week: each.week, value: each.left * 100 })),
        shape: shapeOf(index)[0],
        stroke: index === 0 ? 'var(--accent)' : 'var(--second-ink)',
        width: 2.5,
        dash: DASHES[index % DASHES.length] ?? '6 4',
      }))}
    >
      {colours.map(({ colour, seen }, index) => (
        <span key={colour} className="ink-key">
          <span className={`course-key is-ink-${index % DASHES.length}`} aria-hidden />{' '}
          {INK_COLOUR_WORDS[colour]}
          {seen.length === 0 ? '' : `, ${shapeOf(index)[1]} seen`}
        </span>
      ))}
      upright lines: sessions · dashed: expected, as booked and then at the usual interval
    </CourseOverWeeks>
  );
}

type Left = InkCourse['colours'][number]['now'];

const was = ({ week, left, low, high }: Left): CoursePoint => ({
  week,
  value: left * 100,
  band: [low * 100, high * 100],
  ahead: false,
});

const willBe = (left: Left): CoursePoint => ({ ...was(left), ahead: true });
