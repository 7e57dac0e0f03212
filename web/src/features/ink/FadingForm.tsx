import './ink.css';
import type { InkColour } from '@tidy-quill/core/look';
import { wholeSessions } from '@tidy-quill/core/plan';
import { Button, Slider } from 'antd';
import { useState } from 'react';
import { figure, INK_COLOUR_WORDS } from '../../text';
import { useVisit } from '../visit/use-visit';

/** How far each colour has faded since the first session, by eye; kept beside the findings. */
export function FadingForm({ colours }: { colours: readonly InkColour[] }) {
  const { record, history, fades, today, add } = useVisit(
    'record',
    'history',
    'fades',
    'today',
    'add',
  );
  const last = fades.filter(({ on }) => on !== today).at(-1);
  const before = (colour: InkColour) =>
    last?.fades.find((fade) => fade.colour === colour)?.faded ?? 0;
  const [seen, setSeen] = useState<Readonly<Partial<Record<InkColour, number>>>>(
    Object.fromEntries((record.fading?.fades ?? []).map(({ colour, faded }) => [colour, faded])),
  );
  if (wholeSessions(history).length === 0 || colours.length === 0) return null;
  const keep = () =>
    void add({
      kind: 'fadingSeen',
      how: 'eye',
      fades: colours.map((colour) => ({ colour, faded: seen[colour] ?? before(colour) })),
    });
  return (
    <section aria-label="Faded since the first session">
      <h2>Faded since the first session, by eye</h2>
      <div className="fade-list">
        {colours.map((colour) => (
          <div key={colour} className="fade-row">
            <span>{INK_COLOUR_WORDS[colour]}</span>
            <Slider
              ariaLabelForHandle={`${INK_COLOUR_WORDS[colour]} faded`}
              min={0}
              max={100}
              step={5}
              value={Math.round((seen[colour] ?? before(colour)) * 100)}
              onChange={(percent) => setSeen({ ...seen, [colour]: percent / 100 })}
            />
            <span className="figures">
              {figure((seen[colour] ?? before(colour)) * 100, 0)} %
              {last === undefined ? null : (
                <span className="quiet"> was {figure(before(colour) * 100, 0)} %</span>
              )}
            </span>
          </div>
        ))}
      </div>
      <Button onClick={keep}>
        {record.fading === null ? 'Save how far it has faded' : 'Save again'}
      </Button>
      {record.fading === null ? null : (
        <span className="quiet-inline" role="status">
          {' '}
          kept
        </span>
      )}
    </section>
  );
}
