import {
  FINDING_FIELDS,
  type Behind,
  type FindingField,
  type FindingsAnswer,
  type FindingsFilter,
  type FindingsOptions,
} from '@tidy-quill/contract/findings';
import {
  FINDING_FIELD_WORDS,
  findingValueText,
  intervalText,
  proportionText,
  shareText,
} from '@tidy-quill/contract/labels/findings';
import { FEWEST_CLIENTS, type Proportion } from '@tidy-quill/core/findings';
import { Select } from 'antd';
import { countText, figure, sentence } from '../../text';
import { Field } from '../../widgets/Field';
import { Interval } from './ProportionFigure';

/** The same figures apart by one field, values of few clients together. */
export function GroupTable({
  answer: { groups, others },
  by,
  options,
  onBy,
  onOpen,
}: {
  answer: FindingsAnswer;
  by: FindingField;
  options: FindingsOptions;
  onBy: (by: string) => void;
  onOpen: (what: Behind, more: Partial<FindingsFilter>) => void;
}) {
  const most = Math.max(0.1, ...groups.map(({ summary }) => summary.adverse?.high ?? 0));
  return (
    <section>
      <div className="group-head">
        <h2>Told apart</h2>
        <Field label="By">
          {(field) => (
            <Select
              {...field}
              value={by}
              options={FINDING_FIELDS.map((each) => ({
                value: each,
                label: FINDING_FIELD_WORDS[each],
              }))}
              onChange={onBy}
            />
          )}
        </Field>
      </div>
      {groups.length === 0 ? null : (
        <table className="data-table is-still group-table">
          <thead>
            <tr>
              <th scope="col">{FINDING_FIELD_WORDS[by]}</th>
              <th scope="col" className="is-figure">
                Sessions
              </th>
              <th scope="col" className="is-figure">
                Clients
              </th>
              <th scope="col">Harm, with its 95 % interval</th>
              <th scope="col" className="is-figure">
                Endpoint as wanted
              </th>
              <th scope="col" className="is-figure">
                No endpoint
              </th>
              <th scope="col" className="is-figure">
                Pain, mean of highest
              </th>
            </tr>
          </thead>
          <tbody>
            {groups.map(({ value, summary }) => {
              const word = findingValueText(by, value, options);
              const open = (what: Behind) => () => onOpen(what, { [by]: value });
              return (
                <tr key={value}>
                  <th scope="row">{sentence(word)}</th>
                  <td className="is-figure figures">
                    <button
                      type="button"
                      className="link-button figures"
                      aria-label={`${word}: open ${countText(summary.sessions, 'session')}`}
                      onClick={open('all')}
                    >
                      {summary.sessions}
                    </button>
                  </td>
                  <td className="is-figure figures">{summary.clients ?? '–'}</td>
                  <td>
                    <Harm of={summary.adverse} word={word} most={most} onOpen={open('adverse')} />
                  </td>
                  <Share of={summary.rightEndpoint} />
                  <Share of={summary.noEndpoint} />
                  <td className="is-figure figures">
                    {summary.meanPain === null ? '–' : figure(summary.meanPain)}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {others === null ? null : (
        <p className="quiet">
          {countText(others.sessions, 'session')} of{' '}
          {countText(others.values, 'more value', 'more values')} with fewer than {FEWEST_CLIENTS}{' '}
          clients each: not shown apart.
        </p>
      )}
    </section>
  );
}

function Harm({
  of,
  word,
  most,
  onOpen,
}: {
  of: Proportion | null;
  word: string;
  most: number;
  onOpen: () => void;
}) {
  if (of === null) return <>–</>;
  return (
    <span className="group-harm">
      <Interval of={of} most={most} width={150} />
      <button
        type="button"
        className="link-button figures"
        aria-label={`${word}, harm: ${proportionText(of)}. Open these sessions`}
        onClick={onOpen}
      >
        {shareText(of)}
      </button>
      <span className="quiet-inline small figures">{intervalText(of)}</span>
    </span>
  );
}

const Share = ({ of }: { of: Proportion | null }) => (
  <td className="is-figure figures" title={of === null ? undefined : proportionText(of)}>
    {of === null ? '–' : shareText(of)}
  </td>
);
