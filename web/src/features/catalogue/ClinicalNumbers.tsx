import './catalogue.css';
import {
  CYCLE_BOUNDS,
  FIGURE_IDS,
  figureOf,
  FIGURES,
  INTERVAL_BOUNDS,
  intervalWeeksOf,
  NO_TARGET,
  type Figure,
  type HairCycle,
} from '@tidy-quill/core/figures';
import { HAIR_COLOURS } from '@tidy-quill/core/optics';
import type { Protocol } from '@tidy-quill/core/plan';
import { hairCycleOf } from '@tidy-quill/core/course';
import { SITE_IDS, SITES, type SiteId } from '@tidy-quill/core/sites';
import { Checkbox, InputNumber } from 'antd';
import { figure, FIGURE_WORDS, HAIR_COLOUR_WORDS, SITE_WORDS } from '../../text';
import { Field } from '../../widgets/Field';

interface Props {
  readonly protocol: Protocol;
  readonly editable: boolean;
  readonly onChange: (protocol: Protocol) => void;
}

/** The protocol's clinical numbers, each with what ships and where that comes from; the intervals; hair without a target. */
export function ClinicalNumbers(props: Props) {
  return (
    <section>
      <h2>Clinical numbers</h2>
      <p className="quiet">
        A clinic can make the numbers that decide a fluence more careful than what ships, never
        less.
      </p>
      <NumberTable {...props} />
      <h2>Usual weeks between visits, hair</h2>
      <Intervals {...props} />
      <h2>How hair grows and rests</h2>
      <p className="quiet">
        Weeks, after published ranges, rounded. What a visit meets and how many are to be expected
        go by them.
      </p>
      <Cycles {...props} />
      <h2>Hair that nothing is fired for</h2>
      <NoTarget {...props} />
    </section>
  );
}

function NumberTable({ protocol, editable, onChange }: Props) {
  return (
    <table className="data-table clinical-numbers">
      <thead>
        <tr>
          <th scope="col">Number</th>
          <th scope="col">Here</th>
          <th scope="col" className="is-figure">
            As shipped
          </th>
          <th scope="col">Source</th>
        </tr>
      </thead>
      <tbody>
        {FIGURE_IDS.map((id) => {
          const { standard, least, most, step, unit, source }: Figure = FIGURES[id];
          return (
            <tr key={id}>
              <th scope="row">{FIGURE_WORDS[id]}</th>
              <td>
                <InputNumber
                  aria-label={FIGURE_WORDS[id]}
                  value={Math.round(figureOf(protocol, id) * 100) / 100}
                  suffix={unit}
                  min={Math.floor(least * 100) / 100}
                  max={Math.round(most * 100) / 100}
                  step={step}
                  disabled={!editable}
                  onChange={(next) => {
                    if (next === null) return;
                    const figures = { ...protocol.figures, [id]: Math.min(most, next) };
                    onChange({ ...protocol, figures });
                  }}
                />
              </td>
              <td className="is-figure figures">
                {figure(standard, 2)} {unit}
              </td>
              <td>{source}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function Intervals({ protocol, editable, onChange }: Props) {
  return (
    <div className="interval-weeks">
      {SITE_IDS.filter((id) => SITES[id].hair).map((id) => (
        <Field key={id} label={SITE_WORDS[id]}>
          {(field) => (
            <InputNumber
              {...field}
              value={intervalWeeksOf(protocol, id)}
              suffix="weeks"
              min={INTERVAL_BOUNDS.least}
              max={INTERVAL_BOUNDS.most}
              precision={0}
              disabled={!editable}
              onChange={(next) => {
                if (next === null) return;
                onChange({ ...protocol, intervalWeeks: { ...protocol.intervalWeeks, [id]: next } });
              }}
            />
          )}
        </Field>
      ))}
    </div>
  );
}

function Cycles({ protocol, editable, onChange }: Props) {
  const put = (id: SiteId, more: Partial<HairCycle>) =>
    onChange({
      ...protocol,
      hairCycles: { ...protocol.hairCycles, [id]: { ...hairCycleOf(id, protocol), ...more } },
    });
  return (
    <table className="data-table clinical-numbers">
      <thead>
        <tr>
          <th scope="col">Site</th>
          <th scope="col">Grows</th>
          <th scope="col">Rests</th>
          <th scope="col" className="is-figure">
            As shipped
          </th>
        </tr>
      </thead>
      <tbody>
        {SITE_IDS.filter((id) => SITES[id].hair).map((id) => {
          const own = hairCycleOf(id, protocol);
          const shipped = hairCycleOf(id);
          const input = (of: keyof HairCycle, label: string) => (
            <InputNumber
              aria-label={`${SITE_WORDS[id]}: ${label}`}
              value={own[of]}
              suffix="weeks"
              min={CYCLE_BOUNDS.least}
              max={CYCLE_BOUNDS.most}
              precision={0}
              disabled={!editable}
              onChange={(next) => {
                if (next !== null) put(id, { [of]: next });
              }}
            />
          );
          return (
            <tr key={id}>
              <th scope="row">{SITE_WORDS[id]}</th>
              <td>{input('growthWeeks', 'grows')}</td>
              <td>{input('restWeeks', 'rests')}</td>
              <td className="is-figure figures">
                {shipped.growthWeeks} and {shipped.restWeeks} weeks
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function NoTarget({ protocol, editable, onChange }: Props) {
  const own = protocol.noTarget ?? NO_TARGET;
  return (
    <div className="no-target">
      {HAIR_COLOURS.map((colour) => (
        <Checkbox
          key={colour}
          checked={own.includes(colour)}
          disabled={!editable || NO_TARGET.includes(colour)}
          onChange={({ target }) => {
            const noTarget = target.checked
              ? [...own, colour]
              : own.filter((each) => each !== colour);
            onChange({ ...protocol, noTarget });
          }}
        >
          {HAIR_COLOUR_WORDS[colour]}
        </Checkbox>
      ))}
    </div>
  );
}
