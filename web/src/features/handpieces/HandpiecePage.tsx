import type { HandpieceSession, HandpieceUse } from '@tidy-quill/contract/handpieces';
import { addDays } from '@tidy-quill/core/units';
import { DownloadOutlined } from '@ant-design/icons';
import { Button, Skeleton } from 'antd';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { problemText, useHandpieceUseQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import {
  areaText,
  countText,
  dayOf,
  dayText,
  figure,
  fluenceText,
  INCIDENT_WORDS,
  incidentDetail,
  LEVEL_WORDS,
  momentText,
  pulsesText,
  pulseText,
  REACTION_WORDS,
  responseText,
  spotText,
} from '../../text';
import { Choice } from '../../widgets/Choice';
import { DayInput } from '../../widgets/DayInput';
import { Field } from '../../widgets/Field';
import { PageProblem } from '../../widgets/PageProblem';
import { offerCsv } from '../../app/offer-file';

const FILTERS = {
  all: 'all',
  adverse: 'with an adverse response',
  painful: 'pain 5 or more',
} as const;

type Filter = keyof typeof FILTERS;

/** How a handpiece was used over any period: sessions, responses, incidents, reactions. */
export function HandpiecePage() {
  const { handpieceId = '' } = useParams();
  const { timeZone } = useSignedIn().clinic;
  const [today] = useState(() => dayOf(new Date().toISOString(), timeZone));
  const [days, setDays] = useState(() => ({ from: addDays(today, -90), to: today }));
  const [filter, setFilter] = useState<Filter>('all');
  const { data, error, refetch } = useHandpieceUseQuery({ id: handpieceId, ...days });
  if (error !== undefined) {
    return (
      <PageProblem
        title="The handpiece cannot be shown"
        text={problemText(error)}
        onRetry={() => void refetch()}
      />
    );
  }
  if (data === undefined) return <Skeleton active className="page" paragraph={{ rows: 10 }} />;
  const sessions = data.sessions.filter((each) => fits(each, filter));
  const pulses = sessions.reduce((sum, each) => sum + each.pulses, 0);
  const name = data.handpiece?.name ?? 'A handpiece no longer listed';
  return (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>{name}</h1>
          <p aria-live="polite">
            {countText(sessionsIn(sessions), 'session')} · {pulsesText(pulses)} ·{' '}
            {countText(data.incidents.length, 'incident')} ·{' '}
            {countText(data.reactions.length, 'reaction')}, {dayText(days.from)} to{' '}
            {dayText(days.to)}
          </p>
        </div>
        <div className="page-actions">
          <Link className="tab-link" to="/devices/handpieces">
            All handpieces
          </Link>
          <Button
            icon={<DownloadOutlined />}
            disabled={sessions.length === 0}
            onClick={() => void offerCsv(`${handpieceId}.csv`, rowsOf(sessions))}
          >
            Export CSV
          </Button>
        </div>
      </header>
      <div className="field-row">
        <Field label="From">
          {(field) => (
            <DayInput
              {...field}
              max={days.to}
              value={days.from}
              onChange={(from) => setDays({ ...days, from: from || days.from })}
            />
          )}
        </Field>
        <Field label="To">
          {(field) => (
            <DayInput
              {...field}
              min={days.from}
              value={days.to}
              onChange={(to) => setDays({ ...days, to: to || days.to })}
            />
          )}
        </Field>
        <Choice label="Sessions" words={FILTERS} value={filter} onChange={setFilter} />
      </div>
      {sessions.length === 0 ? (
        <section className="empty">
          <h2>No sessions in this period</h2>
          <p>Choose other days, or show all sessions.</p>
        </section>
      ) : (
        <SessionTable sessions={sessions} />
      )}
      <AlsoHappened use={data} />
    </div>
  );
}

const fits = ({ answer }: HandpieceSession, filter: Filter): boolean =>
  filter === 'all' ||
  (filter === 'adverse' ? answer.adverse.length > 0 : (answer.painMax ?? 0) >= 5);

/** A session in which the setting was changed stands in several lines. */
const sessionsIn = (lines: readonly HandpieceSession[]) =>
  new Set(lines.map(({ visitId, areaId }) => `${visitId} ${areaId}`)).size;

function SessionTable({ sessions }: { sessions: readonly HandpieceSession[] }) {
  return (
    <table className="data-table is-still">
      <thead>
        <tr>
          <th scope="col">Day</th>
          <th scope="col">Client</th>
          <th scope="col">Area</th>
          <th scope="col">Setting</th>
          <th scope="col" className="is-figure">
            Pulses
          </th>
          <th scope="col" className="is-figure">
            Most pain
          </th>
          <th scope="col">Response</th>
        </tr>
      </thead>
      <tbody>
        {sessions.map((each) => (
          <tr key={`${each.visitId} ${each.areaId} ${JSON.stringify(each.setting)}`}>
            <td className="figures">{dayText(each.on)}</td>
            <th scope="row">
              <Link to={`/visits/${each.visitId}/record`}>{each.client.name}</Link>
              <span className="quiet">{each.client.reference}</span>
            </th>
            <td>{areaText(each)}</td>
            <td className="figures">
              {fluenceText(each.setting)}, {pulseText(each.setting.pulseMs)},{' '}
              {spotText(each.setting.spot)}
            </td>
            <td className="is-figure figures">{figure(each.pulses, 0)}</td>
            <td className="is-figure figures">{each.answer.painMax ?? '–'}</td>
            <td>{responseText(each.answer)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function AlsoHappened({ use: { incidents, reactions } }: { use: HandpieceUse }) {
  const { timeZone } = useSignedIn().clinic;
  return (
    <>
      <h2>Incidents</h2>
      {incidents.length === 0 ? <p>None in this period.</p> : null}
      <ul>
        {incidents.map((each) => (
          <li key={`${each.visitId} ${each.at} ${each.what}`}>
            <Link to={`/visits/${each.visitId}/record`}>{momentText(each.at, timeZone)}</Link>{' '}
            {INCIDENT_WORDS[each.what]}
            {each.detail === '' ? '' : `: ${incidentDetail(each)}`}
          </li>
        ))}
      </ul>
      <h2>Reactions</h2>
      {reactions.length === 0 ? <p>None in this period.</p> : null}
      <ul>
        {reactions.map(({ visitId, areaId, client, reaction }) => (
          <li key={reaction.id}>
            <Link to={`/visits/${visitId}/reactions?zone=${areaId}`}>{client}</Link>,{' '}
            {momentText(reaction.reportedAt, timeZone)}: {REACTION_WORDS[reaction.report.what]}
            {reaction.triage === null ? '' : `, ${LEVEL_WORDS[reaction.triage.level]}`}
          </li>
        ))}
      </ul>
    </>
  );
}

const rowsOf = (sessions: readonly HandpieceSession[]): readonly object[] =>
  sessions.map((each) => ({
    Day: each.on,
    Reference: each.client.reference,
    Area: areaText(each),
    'Fluence, J/cm²': each.setting.fluenceJcm2,
    'Pulse, ms': each.setting.pulseMs,
    'Spot, mm': spotText(each.setting.spot).replace('\u00a0mm', ''),
    Pulses: each.pulses,
    'Energy, J': Math.round(each.energyJ * 10) / 10,
    'Most pain': each.answer.painMax ?? '',
    Response: responseText(each.answer),
  }));
