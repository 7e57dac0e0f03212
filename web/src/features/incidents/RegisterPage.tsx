import './incidents.css';
import type { IncidentShown } from '@tidy-quill/contract/incidents';
import {
  eyesText,
  FIRST_STEP_WORDS,
  followUpText,
  HURT_WORDS,
  INCIDENT_SORT_WORDS,
} from '@tidy-quill/contract/labels/incidents';
import { asksForClinician, type IncidentFollowUp } from '@tidy-quill/core/incidents';
import { DownloadOutlined } from '@ant-design/icons';
import { Button, Skeleton } from 'antd';
import { Input, TextArea } from '../../widgets/inputs';
import { useState } from 'react';
import { Link } from 'react-router';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { countText, momentText, sentence } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { PageProblem } from '../../widgets/PageProblem';
import { FindingsTabs } from '../findings/FindingsTabs';
import { offerCsv } from '../../app/offer-file';
import { useFollowIncidentMutation, useIncidentsQuery } from './incidents-api';

const FILTERS = { open: 'open', all: 'all' } as const;

const isClosed = ({ followUps }: IncidentShown) =>
  followUps.some(({ followUp }) => followUp.kind === 'closed');

/** The register of incidents: what happened, what was done, and what became of it. */
export function RegisterPage() {
  const { data, error, refetch } = useIncidentsQuery(undefined, {
    refetchOnMountOrArgChange: true,
  });
  const { timeZone } = useSignedIn().clinic;
  const [filter, setFilter] = useState<keyof typeof FILTERS>('open');
  const [told, setTold] = useState<IncidentShown | null>(null);
  if (error !== undefined) {
    return (
      <PageProblem title="Incidents cannot be shown" text={problemText(error)} onRetry={refetch} />
    );
  }
  if (data === undefined) return <Skeleton active className="page" />;
  const shown = data.filter((each) => filter === 'all' || !isClosed(each));
  const open = data.filter((each) => !isClosed(each)).length;
  return (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>Incidents</h1>
          <p aria-live="polite">
            {countText(data.length, 'incident')} on the register, {open} open. Report to the
            authority what your law asks for.
          </p>
        </div>
        <div className="page-actions">
          <Button
            icon={<DownloadOutlined />}
            disabled={data.length === 0}
            onClick={() => void offerCsv('incidents.csv', rowsOf(data))}
          >
            Export CSV
          </Button>
          <Button icon={<DownloadOutlined />} href="/api/incidents.pdf" target="_blank">
            Export PDF
          </Button>
          <Link to="/incidents/new">
            <Button type="primary" tabIndex={-1}>
              Report an incident
            </Button>
          </Link>
        </div>
      </header>
      <FindingsTabs />
      <Choice label="Show" words={FILTERS} value={filter} onChange={setFilter} />
      {shown.length === 0 ? (
        <section className="empty">
          <h2>{data.length === 0 ? 'Nothing reported yet' : 'No open incident'}</h2>
          <p>
            A beam that may have met an eye, a burn, a device that fired by itself, smoked or fell:
            it is reported within a minute, from the visit or from here.
          </p>
        </section>
      ) : (
        <table className="data-table is-still">
          <thead>
            <tr>
              <th scope="col">When</th>
              <th scope="col">What</th>
              <th scope="col">Where</th>
              <th scope="col">What became of it</th>
              <th scope="col">
                <span className="visually-hidden">Tell more</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {shown.map((each) => (
              <IncidentRow
                key={each.id}
                incident={each}
                timeZone={timeZone}
                onTell={() => setTold(each)}
              />
            ))}
          </tbody>
        </table>
      )}
      {told === null ? null : <TellMore incident={told} onClose={() => setTold(null)} />}
    </div>
  );
}

function IncidentRow({
  incident,
  timeZone,
  onTell,
}: {
  incident: IncidentShown;
  timeZone: string;
  onTell: () => void;
}) {
  const { report, by, visit, handpiece, followUps } = incident;
  return (
    <tr>
      <td className="figures">
        {momentText(report.happenedAt, timeZone)}
        <span className="quiet">{by}</span>
      </td>
      <th scope="row">
        {sentence(INCIDENT_SORT_WORDS[report.sort])}
        {report.eyes === null ? null : <span className="quiet">{eyesText(report.eyes)}</span>}
        {report.hurt.length === 0 ? null : (
          <span className="quiet">
            Hurt: {report.hurt.map((who) => HURT_WORDS[who]).join(', ')}
            {report.name === '' ? '' : ` (${report.name})`}
          </span>
        )}
        {report.text === '' ? null : <span className="quiet">{report.text}</span>}
      </th>
      <td>
        {visit === null ? null : <Link to={`/visits/${visit.id}`}>{visit.client}</Link>}
        {handpiece === null ? null : (
          <span className="quiet">
            <Link to={`/handpieces/${handpiece.id}/log`}>{handpiece.name}</Link>
          </span>
        )}
      </td>
      <td>
        {isClosed(incident) ? 'closed' : <span className="tag tag-care">open</span>}
        <ul className="incident-told">
          {report.done.map((step) => (
            <li key={step}>{FIRST_STEP_WORDS[step]}</li>
          ))}
          {followUps.map(({ at, followUp }) => (
            <li key={at}>
              {momentText(at, timeZone)}: {followUpText(followUp)}
            </li>
          ))}
        </ul>
      </td>
      <td>
        {isClosed(incident) ? null : (
          <Button size="small" onClick={onTell}>
            Tell more
            <span className="visually-hidden">: {INCIDENT_SORT_WORDS[report.sort]}</span>
          </Button>
        )}
      </td>
    </tr>
  );
}

function TellMore({ incident, onClose }: { incident: IncidentShown; onClose: () => void }) {
  const { staff } = useSignedIn();
  const [id] = useState(() => v7());
  const [kind, setKind] = useState<IncidentFollowUp['kind']>('noted');
  const [by, setBy] = useState('');
  const [text, setText] = useState('');
  const [follow, { error, isLoading }] = useFollowIncidentMutation();
  const words: Partial<Record<IncidentFollowUp['kind'], string>> = {
    noted: 'a note',
    ...(asksForClinician(incident.report.sort) ? { seen: 'a clinician has seen it' } : {}),
    ...(staff.role === 'supervisor' ? { closed: 'close it' } : {}),
  };
  const save = async () => {
    const followUp = kind === 'seen' ? { kind, by, text } : { kind, text };
    const kept = await follow({ id, followUp, incidentId: incident.id });
    if (kept.error === undefined) onClose();
  };
  const missing = kind === 'seen' ? by.trim() === '' : text.trim() === '';
  return (
    <Dialog
      open
      title={`Incident: ${INCIDENT_SORT_WORDS[incident.report.sort]}`}
      okText={kind === 'closed' ? 'Close it' : 'Write it down'}
      okButtonProps={{ disabled: missing }}
      confirmLoading={isLoading}
      onOk={() => void save()}
      onCancel={onClose}
    >
      <Choice
        label="What"
        words={words as Readonly<Record<IncidentFollowUp['kind'], string>>}
        value={kind}
        onChange={setKind}
      />
      {kind === 'seen' ? (
        <Field label="Who has seen it">
          {(field) => (
            <Input
              {...field}
              maxLength={120}
              value={by}
              onChange={({ target }) => setBy(target.value)}
            />
          )}
        </Field>
      ) : null}
      <Field label={kind === 'closed' ? 'How it ended' : 'In words'}>
        {(field) => (
          <TextArea
            {...field}
            autoSize={{ minRows: 2 }}
            maxLength={2000}
            value={text}
            onChange={({ target }) => setText(target.value)}
          />
        )}
      </Field>
      {error === undefined ? null : (
        <p className="field-error" role="alert">
          {problemText(error)}
        </p>
      )}
    </Dialog>
  );
}

const rowsOf = (list: readonly IncidentShown[]): readonly object[] =>
  list.map((incident) => {
    const { report, by, reportedAt, handpiece, visit, followUps } = incident;
    const last = (kind: IncidentFollowUp['kind']) =>
      followUps.findLast(({ followUp }) => followUp.kind === kind)?.at ?? '';
    return {
      Id: incident.id,
      'Happened at': report.happenedAt,
      'Reported at': reportedAt,
      'Reported by': by,
      What: INCIDENT_SORT_WORDS[report.sort],
      Hurt: report.hurt.map((who) => HURT_WORDS[who]).join('; '),
      'Eye, distance in m': report.eyes?.distanceM ?? '',
      Eyewear: report.eyes?.worn ?? '',
      Device: handpiece?.name ?? '',
      Visit: visit?.id ?? '',
      'Done at once': report.done.map((step) => FIRST_STEP_WORDS[step]).join(' '),
      Account: report.text,
      'Seen at': last('seen'),
      'Closed at': last('closed'),
      Told: followUps.map(({ followUp }) => followUpText(followUp)).join('; '),
    };
  });
