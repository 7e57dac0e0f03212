import type { Behind, FindingsAnswer } from '@tidy-quill/contract/findings';
import { DROP_OUT_TEXT } from '@tidy-quill/contract/labels/findings';
import { proportion, type FindingsSummary } from '@tidy-quill/core/findings';
import type { ReactNode } from 'react';
import { countText, figure } from '../../text';
import { ProportionFigure } from './ProportionFigure';

/** The figures of a set of sessions, each with its interval and its count. */
export function FigureList({
  answer,
  summary,
  onOpen,
}: {
  answer: FindingsAnswer;
  summary: FindingsSummary;
  onOpen: (what: Behind) => void;
}) {
  const { reduction, dropOuts, incidentReports } = answer;
  const { sessions, clients, minutes, meanPain } = summary;
  const share = (
    word: string,
    of: FindingsSummary['adverse'],
    behind: Behind,
    more: { most?: number; none?: string } = {},
  ) => <ProportionFigure word={word} of={of} {...more} onOpen={() => onOpen(behind)} />;
  return (
    <>
      <p className="findings-total">
        <button type="button" className="link-button" onClick={() => onOpen('all')}>
          {countText(sessions, 'session')}
        </button>
        {clients === null ? '' : ` of ${countText(clients, 'client')}`}
        {incidentReports === 0 ? '' : ', '}
        {incidentReports === 0 ? null : (
          <button type="button" className="link-button" onClick={() => onOpen('reported')}>
            {countText(incidentReports, 'report')} to the register of incidents
          </button>
        )}
        .
      </p>
      <div className="findings-groups">
        <Group title="Harm and pain">
          {share('Harm, in the room or later', summary.adverse, 'adverse', { most: 0.25 })}
          {share('Pain of 7 or more', summary.painAtLeast7, 'painAtLeast7', { most: 0.25 })}
          <Plain
            word="Highest pain, on average"
            value={meanPain === null ? null : `${figure(meanPain)} of 10`}
            onOpen={() => onOpen('painAsked')}
          />
          <Plain
            word="Console incidents"
            value={String(summary.incidents)}
            onOpen={() => onOpen('incidents')}
          />
        </Group>
        <Group title="Response">
          {share('Endpoint as wanted', summary.rightEndpoint, 'rightEndpoint')}
          {share('No endpoint', summary.noEndpoint, 'noEndpoint')}
          {share('Endpoint too strong', summary.strongEndpoint, 'strongEndpoint', { most: 0.25 })}
          <Plain
            word="Hair left per visit, counted"
            value={
              reduction === null
                ? null
                : `${figure(reduction.seenShare * 100, 0)} %, expected ${figure(reduction.expectedShare * 100, 0)} %`
            }
            note={
              reduction === null
                ? 'fewer than five clients counted'
                : `median of ${countText(reduction.changes, 'pair')} of counts`
            }
            onOpen={() => onOpen('counted')}
          />
        </Group>
        <Group title="The work">
          <Plain
            word="Visit, on average"
            value={minutes === null ? null : `${figure(minutes.real, 0)} min`}
            note={minutes === null ? '' : `booked ${figure(minutes.planned, 0)} min`}
            onOpen={() => onOpen('timed')}
          />
          {share('Longer than booked by over 5 min', minutes?.overran ?? null, 'overran')}
          {share('With an override', summary.overridden, 'overridden', { most: 0.5 })}
          {share('Waits set aside', summary.waitsSetAside, 'waitsSetAside', {
            none: 'no answer asked to wait',
          })}
          <span title={DROP_OUT_TEXT}>
            {share(
              'Courses left',
              dropOuts === null ? null : proportion(dropOuts.left, dropOuts.courses),
              'courseLeft',
            )}
          </span>
        </Group>
      </div>
    </>
  );
}

function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section>
      <h2>{title}</h2>
      <dl>{children}</dl>
    </section>
  );
}

function Plain({
  word,
  value,
  note = '',
  onOpen,
}: {
  word: string;
  value: string | null;
  note?: string;
  onOpen: () => void;
}) {
  return (
    <div className="finding">
      <dt>{word}</dt>
      <dd>
        {value === null ? (
          <span className="quiet-inline small">{note === '' ? 'not recorded' : note}</span>
        ) : (
          <>
            <button
              type="button"
              className="link-button figures finding-plain"
              aria-label={`${word}: ${value}, open the sessions behind it`}
              onClick={onOpen}
            >
              {value}
            </button>
            {note === '' ? null : <span className="quiet-inline small">{note}</span>}
          </>
        )}
      </dd>
    </div>
  );
}
