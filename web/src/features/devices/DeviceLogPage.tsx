import './devices.css';
import type { DeviceLogged, DeviceShown } from '@tidy-quill/contract/devices';
import {
  deviceDueText,
  deviceEntryText,
  outOfUseText,
  PART_WORDS,
  ratioText,
  verdictText,
} from '@tidy-quill/contract/labels/devices';
import { isForSupervisor, outputOf, outputVerdict, type Drift } from '@tidy-quill/core/device';
import { DownloadOutlined } from '@ant-design/icons';
import { Button, Skeleton } from 'antd';
import { lazy, Suspense, useState } from 'react';
import { Link, useParams } from 'react-router';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { dayOf, dayText, figure, momentText, shortDay } from '../../text';
import { Notice } from '../../widgets/Notice';
import { PageProblem } from '../../widgets/PageProblem';
import { offerCsv } from '../../app/offer-file';
import { EntryForm, type EntryAsked } from './EntryForm';
import { InTheWay } from './InTheWay';
import { useDeviceLogQuery } from './devices-api';

const DriftChart = lazy(() => import('./DriftChart'));

/** A device: how it stands, its trend, its parts and everything in its log. */
export function DeviceLogPage() {
  const { handpieceId = '' } = useParams();
  const { data, error, refetch } = useDeviceLogQuery(handpieceId, {
    refetchOnMountOrArgChange: true,
  });
  const [asked, setAsked] = useState<EntryAsked | null>(null);
  const { clinic, staff } = useSignedIn();
  if (error !== undefined) {
    return (
      <PageProblem title="The device cannot be shown" text={problemText(error)} onRetry={refetch} />
    );
  }
  if (data === undefined) return <Skeleton active className="page" />;
  const { handpiece, state, dues } = data;
  const { outOfUse } = state;
  const today = dayOf(new Date().toISOString(), clinic.timeZone);
  return (
    <div className="page device-log">
      <header className="page-head">
        <div>
          <h1>{handpiece.name}</h1>
          <p>
            <Link to="/devices/condition">Condition of devices</Link> ·{' '}
            <Link to={`/handpieces/${handpiece.id}`}>What it was used for</Link> ·{' '}
            <a
              href={`/api/handpieces/${encodeURIComponent(handpiece.id)}/safety-file.pdf`}
              target="_blank"
              rel="noreferrer"
            >
              Safety file (PDF)
            </a>
          </p>
        </div>
        <div className="page-actions">
          <Button
            icon={<DownloadOutlined />}
            disabled={data.entries.length === 0}
            onClick={() => void offerCsv(`${handpiece.id}-log.csv`, rowsOf(data))}
          >
            CSV<span className="visually-hidden"> of the log</span>
          </Button>
          <Button onClick={() => setAsked('serviced')}>Service or repair</Button>
          <Button onClick={() => setAsked('partFitted')}>Part fitted</Button>
          {outOfUse === null ? (
            <Button onClick={() => setAsked('takenOut')}>Take out of use</Button>
          ) : null}
          <Link to={`/handpieces/${handpiece.id}/check`}>
            <Button type="primary" tabIndex={-1}>
              Daily check
            </Button>
          </Link>
        </div>
      </header>
      {outOfUse === null ? null : (
        <Notice kind="stop" title="Out of use">
          <p>{outOfUseText(outOfUse)}</p>
          <InTheWay visits={data.inTheWay} />
          {isForSupervisor(outOfUse) && staff.role === 'supervisor' ? (
            <Button onClick={() => setAsked('freed')}>Free it</Button>
          ) : null}
        </Notice>
      )}
      {dues.length === 0 ? null : (
        <Notice kind="care" title="Due">
          <ul className="device-dues">
            {dues.map((due) => (
              <li key={`${due.what} ${'name' in due ? due.name : ''}`}>
                {deviceDueText(due)}
                {due.by === today ? '' : `: ${dayText(due.by)}`}
              </li>
            ))}
          </ul>
        </Notice>
      )}
      <Measured device={data} today={today} />
      <Parts device={data} />
      <section>
        <h2>Log</h2>
        {data.entries.length === 0 ? (
          <p className="quiet">Nothing written yet: begin with today’s check.</p>
        ) : (
          <Log entries={data.entries} timeZone={clinic.timeZone} />
        )}
      </section>
      {asked === null ? null : (
        <EntryForm asked={asked} device={data} onClose={() => setAsked(null)} />
      )}
    </div>
  );
}

function Measured({ device: { state }, today }: { device: DeviceShown; today: string }) {
  const { measured, drift } = state;
  if (measured === null) {
    return (
      <section>
        <h2>What it gives</h2>
        <p className="quiet">
          It was never measured: its plans take it at its word. Three pulses into a meter tell.
        </p>
      </section>
    );
  }
  return (
    <section>
      <h2>What it gives</h2>
      <p>
        Measured {shortDay(measured.on)}: it {ratioText(measured.ratio)}, spread{' '}
        {figure(measured.spread * 100, 1)} %: {verdictText(measured.ratio)}. {trendText(drift)}{' '}
        {outputVerdict(measured.ratio) === 'go'
          ? ''
          : 'Every plan with it says what reaches skin, and what the console has to show for it.'}
      </p>
      <Suspense fallback={<Skeleton active />}>
        <DriftChart measurements={state.measurements} drift={drift} today={today} />
      </Suspense>
    </section>
  );
}

// So little is the scatter of a meter.
const STEADY_SHARE = 0.0005;

function trendText({ perDay, crosses }: Drift): string {
  if (perDay === null) return 'A trend needs measurements on three days.';
  const in30Days = 30 * perDay;
  if (Math.abs(in30Days) < STEADY_SHARE) return 'It is steady.';
  const trend = `Trend ${in30Days < 0 ? '−' : '+'}${figure(Math.abs(in30Days) * 100, 1)} % in 30 days`;
  return crosses === null ? `${trend}.` : `${trend}: more than 10 % off from ${dayText(crosses)}.`;
}

function Parts({ device: { state } }: { device: DeviceShown }) {
  const { parts, counter, servicedOn, serviceDue } = state;
  return (
    <section>
      <h2>Service and parts</h2>
      <p>
        {servicedOn === null ? 'No service written down' : `Serviced ${shortDay(servicedOn)}`}
        {serviceDue === null ? '' : `, next by ${dayText(serviceDue)}`}.{' '}
        {counter === null ? 'The counter was never read.' : `Counter ${figure(counter, 0)} pulses.`}
      </p>
      {parts.length === 0 ? null : (
        <table className="data-table is-still">
          <thead>
            <tr>
              <th scope="col">Part</th>
              <th scope="col">Fitted</th>
              <th scope="col" className="is-figure">
                Pulses given
              </th>
              <th scope="col" className="is-figure">
                Of its life
              </th>
              <th scope="col">Ends about</th>
            </tr>
          </thead>
          <tbody>
            {parts.map(({ part, name, fittedOn, pulses, lifePulses, endsOn }) => (
              <tr key={`${part} ${name}`}>
                <th scope="row">
                  {name}
                  <span className="quiet">{PART_WORDS[part]}</span>
                </th>
                <td>{shortDay(fittedOn)}</td>
                <td className="is-figure figures">{figure(pulses, 0)}</td>
                <td className="is-figure figures">
                  {figure((100 * pulses) / lifePulses, 0)} % of {figure(lifePulses, 0)}
                </td>
                <td>{endsOn === null ? '–' : dayText(endsOn)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

const PAGE = 20;

function Log({ entries, timeZone }: { entries: readonly DeviceLogged[]; timeZone: string }) {
  const [shown, setShown] = useState(PAGE);
  return (
    <>
      <table className="data-table is-still">
        <thead>
          <tr>
            <th scope="col">When</th>
            <th scope="col">Entry</th>
            <th scope="col">By</th>
          </tr>
        </thead>
        <tbody>
          {entries.slice(0, shown).map(({ id, at, by, body }) => (
            <tr key={id}>
              <td className="figures">{momentText(at, timeZone)}</td>
              <td>
                {deviceEntryText(body)}
                {body.kind === 'serviced' && body.paper !== null ? (
                  <>
                    .{' '}
                    <a href={`/api/device-papers/${id}`} target="_blank" rel="noreferrer">
                      {body.paper.name}
                    </a>
                  </>
                ) : null}
              </td>
              <td>{by}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {entries.length > shown ? (
        <Button onClick={() => setShown(shown + PAGE)}>
          Older entries ({entries.length - shown})
        </Button>
      ) : null}
    </>
  );
}

/** The log as a register: an entry a line, what was measured in columns of its own. */
const rowsOf = ({ handpiece, entries }: DeviceShown): readonly object[] =>
  entries.map(({ id, at, by, body }) => {
    const meter = body.kind === 'checked' ? body.meter : null;
    const output = meter === null ? null : outputOf(meter);
    return {
      ...{ Id: id, At: at, By: by, Device: handpiece.name, Kind: body.kind },
      'Shown, J/cm²': meter?.fluenceJcm2 ?? '',
      'Measured, J': meter?.measuredJ.join('; ') ?? '',
      'Measured ÷ shown': output?.ratio ?? '',
      'Counter, pulses': 'counter' in body ? (body.counter ?? '') : '',
      Entry: deviceEntryText(body),
    };
  });
