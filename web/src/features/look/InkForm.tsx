import './look.css';
import {
  INK_COLOURS,
  inkCautions,
  withColour,
  withoutColour,
  type InkColour,
  type InkFinding,
} from '@tidy-quill/core/look';
import { Button, InputNumber, Select } from 'antd';
import {
  INK_CAUTION_WORDS,
  INK_COLOUR_WORDS,
  INK_DENSITY_WORDS,
  INK_ORIGIN_WORDS,
  INK_SCAR_WORDS,
  INK_STATE_WORDS,
} from '../../text';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import { Notice } from '../../widgets/Notice';
import { FromLast } from './FromLast';
import { completeInk } from './complete-ink';

/** What is seen of a tattoo: colours with their shares, density, layers, scar, age and origin. */
export function InkForm({
  ink,
  asOn,
  onChange,
}: {
  ink: Partial<InkFinding>;
  /** The day of which it is shown; null where it is today's. */
  asOn: string | null;
  onChange: (ink: Partial<InkFinding>) => void;
}) {
  const { colours = [] } = ink;
  const on = (more: Partial<InkFinding>) => onChange({ ...ink, ...more });
  const share = (colour: InkColour, percent: number | null) =>
    on({
      colours: colours.map((each) =>
        each.colour === colour ? { ...each, share: (percent ?? 0) / 100 } : each,
      ),
    });
  const complete = completeInk(ink);
  return (
    <section>
      <h2>
        Ink <FromLast on={asOn} />
      </h2>
      <div className="ink-colours" role="group" aria-label="Colours and their share of the ink">
        {colours.map(({ colour, share: part }) => (
          <div key={colour} className="ink-colour">
            <span>{INK_COLOUR_WORDS[colour]}</span>
            <InputNumber
              aria-label={`Share of ${INK_COLOUR_WORDS[colour]}`}
              suffix="%"
              min={1}
              max={100}
              value={Math.round(part * 100)}
              onChange={(percent) => share(colour, percent)}
            />
            <Button size="small" onClick={() => on({ colours: withoutColour(colours, colour) })}>
              Remove<span className="visually-hidden"> {INK_COLOUR_WORDS[colour]}</span>
            </Button>
          </div>
        ))}
        <Select
          aria-label="Add a colour"
          placeholder="Add a colour"
          showSearch={{ optionFilterProp: 'label' }}
          className="wide"
          value={null}
          options={INK_COLOURS.filter((each) => !colours.some(({ colour }) => colour === each)).map(
            (each) => ({ value: each, label: INK_COLOUR_WORDS[each] }),
          )}
          onChange={(colour: InkColour | null) =>
            colour === null ? undefined : on({ colours: withColour(colours, colour) })
          }
        />
      </div>
      <Choice
        label="State of the ink"
        words={INK_STATE_WORDS}
        value={ink.state ?? null}
        onChange={(state) => on({ state })}
      />
      <Choice
        label="Density of the ink"
        words={INK_DENSITY_WORDS}
        value={ink.density ?? null}
        onChange={(density) => on({ density })}
      />
      <Choice
        label="Made by"
        words={INK_ORIGIN_WORDS}
        value={ink.origin ?? null}
        onChange={(origin) => on({ origin })}
      />
      <Choice
        label="Layers"
        words={{ no: 'single', yes: 'ink over ink' }}
        value={ink.layered ? 'yes' : 'no'}
        onChange={(word) => on({ layered: word === 'yes' })}
      />
      <Choice
        label="Scar"
        words={INK_SCAR_WORDS}
        value={ink.scar ?? null}
        onChange={(scar) => on({ scar })}
      />
      <Choice
        label="Lines"
        words={{ no: 'flat', yes: 'raised' }}
        value={ink.raised ? 'yes' : 'no'}
        onChange={(word) => on({ raised: word === 'yes' })}
      />
      <div className="zone-sides">
        <Field label="Age of the ink">
          {(field) => (
            <InputNumber
              {...field}
              suffix="years"
              min={0}
              max={90}
              value={ink.ageYears ?? null}
              onChange={(ageYears) =>
                on({ ageYears: ageYears ?? undefined } as Partial<InkFinding>)
              }
            />
          )}
        </Field>
        <Field label="Sessions before">
          {(field) => (
            <InputNumber
              {...field}
              min={0}
              max={60}
              precision={0}
              value={ink.earlierSessions ?? null}
              onChange={(sessions) =>
                on({ earlierSessions: sessions ?? undefined } as Partial<InkFinding>)
              }
            />
          )}
        </Field>
      </div>
      {typeof complete === 'string' ? null : <InkCautions ink={complete} />}
    </section>
  );
}

function InkCautions({ ink }: { ink: InkFinding }) {
  const cautions = inkCautions(ink);
  if (cautions.length === 0) return null;
  return (
    <Notice kind="care" title="What this ink asks for">
      <ul>
        {cautions.map((each) => (
          <li key={each}>{INK_CAUTION_WORDS[each]}</li>
        ))}
      </ul>
    </Notice>
  );
}
