import './ink.css';
import type { FadingMeasured } from '@tidy-quill/core/events';
import type { InkColour, InkFinding } from '@tidy-quill/core/look';
import { wholeSessions } from '@tidy-quill/core/plan';
import { Button, Slider } from 'antd';
import { useState } from 'react';
import { figure, INK_COLOUR_WORDS } from '../../text';
import { lazily } from '../../widgets/lazily';
import { useVisit } from '../visit/use-visit';

const MeasureFading = lazily(async () => (await import('./MeasureFading')).MeasureFading);

/** How far each colour has faded since the first session, by eye or measured in pictures; kept beside the findings. */
export function FadingForm({ ink }: { ink: Partial<InkFinding> }) {
  const { record, history, fades, today, add } = useVisit(
    'record',
    'history',
    'fades',
    'today',
    'add',
  );
  const colours = (ink.colours ?? []).map(({ colour }) => colour);
  const last = fades.filter(({ on }) => on !== today).at(-1);
  const before = (colour: InkColour) =>
    last?.fades.find((fade) => fade.colour === colour)?.faded ?? 0;
  const [seen, setSeen] = useState<Readonly<Partial<Record<InkColour, number>>>>(
    Object.fromEntries((record.fading?.fades ?? []).map(({ colour, faded }) => [colour, faded])),
  );
  const [measured, setMeasured] = useState<FadingMeasured | null>(record.fading?.measured ?? null);
  const [measuring, setMeasuring] = useState(false);
  if (wholeSessions(history).length === 0 || colours.length === 0) return null;
  const doubtOf = (colour: InkColour) =>
    measured?.raw.find((each) => each.colour === colour)?.doubt;
  const keep = () =>
    void add({
      kind: 'fadingSeen',
      how: measured === null ? 'eye' : 'picture',
      fades: colours.map((colour) => {
        const faded = seen[colour] ?? before(colour);
        const doubt = doubtOf(colour);
        return {
          ...{ colour, faded },
          ...(doubt === undefined
            ? {}
            : { from: Math.max(0, faded - 2 * doubt), to: Math.min(1, faded + 2 * doubt) }),
        };
      }),
      ...(measured === null ? {} : { measured }),
    });
  const { traced, parts = [] } = ink;
  return (
    <section aria-label="Faded since the first session">
      <h2>Faded since the first session{measured === null ? ', by eye' : ', measured'}</h2>
      <div className="fade-list">
        {colours.map((colour) => (
          <div key={colour} className="fade-row">
            <span>{INK_COLOUR_WORDS[colour]}</span>
            <Slider
              ariaLabelForHandle={`${INK_COLOUR_WORDS[colour]} faded`}
              min={0}
              max={100}
              step={measured === null ? 5 : 1}
              value={Math.round((seen[colour] ?? before(colour)) * 100)}
              onChange={(percent) => setSeen({ ...seen, [colour]: percent / 100 })}
            />
            <span className="figures">
              {figure((seen[colour] ?? before(colour)) * 100, 0)} %
              {doubtOf(colour) === undefined
                ? null
                : ` ± ${figure(100 * (doubtOf(colour) ?? 0), 0)}`}
              {last === undefined ? null : (
                <span className="quiet"> was {figure(before(colour) * 100, 0)} %</span>
              )}
            </span>
          </div>
        ))}
      </div>
      <div className="watch-fields">
        <Button onClick={keep}>
          {record.fading === null ? 'Save how far it has faded' : 'Save again'}
        </Button>
        {traced === undefined || parts.every(({ outline }) => outline.length < 3) ? null : (
          <Button onClick={() => setMeasuring(true)}>Measure on pictures…</Button>
        )}
        {measured === null ? null : (
          <Button onClick={() => setMeasured(null)}>Judge by eye instead</Button>
        )}
      </div>
      {record.fading === null ? null : (
        <span className="quiet-inline" role="status">
          kept
        </span>
      )}
      {measuring && traced !== undefined ? (
        <MeasureFading
          traced={{ ...traced, parts }}
          onUse={(found, how) => {
            setSeen({
              ...seen,
              ...Object.fromEntries(found.map(({ colour, faded }) => [colour, faded])),
            });
            setMeasured(how);
            setMeasuring(false);
          }}
          onClose={() => setMeasuring(false)}
        />
      ) : null}
    </section>
  );
}
