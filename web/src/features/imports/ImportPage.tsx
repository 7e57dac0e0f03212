import './imports.css';
import { CLIENT_COLUMNS, SESSION_COLUMNS } from '@tidy-quill/contract/import-file';
import type { ImportChecked } from '@tidy-quill/contract/imports';
import { CLIENT_COLUMN_WORDS, SESSION_COLUMN_WORDS } from '@tidy-quill/contract/labels/imports';
import { LIKENESS_WORDS } from '@tidy-quill/contract/labels/clients';
import { DAY_ORDER_WORDS } from '@tidy-quill/contract/labels/setup';
import { hasRight } from '@tidy-quill/core/access';
import type { DayOrder } from '@tidy-quill/core/units';
import { Button, Checkbox } from 'antd';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { useOnce } from '../../widgets/use-once';
import { countText, dayOf, shortDay } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Notice } from '../../widgets/Notice';
import { useCheckImportMutation, useTakeImportMutation } from './import-api';
import { ImportList } from './ImportList';
import { ProblemTable } from './ProblemTable';
import { TakeRecord } from './TakeRecord';
import { SheetPart } from './SheetPart';
import { placed, usePrepared } from './use-import';
import { useSheet } from './use-sheet';

const NONE: ImportChecked['alike'] = [];

/** Clients and past sessions out of files of comma-separated values: columns named, all looked through, taken as a whole. */
export function ImportPage() {
  const { staff, clinic } = useSignedIn();
  return hasRight(staff.role, 'importClients') ? (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>Import clients</h1>
          <p>
            From files of comma-separated values, as another program writes them. Nothing is taken
            before all of it can be.
          </p>
        </div>
      </header>
      <Importing order={clinic.dayOrder} timeZone={clinic.timeZone} />
      <TakeRecord />
      <ImportList />
    </div>
  ) : (
    <div className="page">
      <h1>Import clients</h1>
      <p>Clients are imported by supervisor and owner.</p>
    </div>
  );
}

function Importing({ order: own, timeZone }: { order: DayOrder | null; timeZone: string }) {
  const clients = useSheet(CLIENT_COLUMNS);
  const sessions = useSheet(SESSION_COLUMNS);
  const [order, setOrder] = useState(own);
  const [leaveOut, setLeaveOut] = useState(true);
  const [check, checking] = useCheckImportMutation();
  const [take, taking] = useTakeImportMutation();
  // What was found holds for the files, columns and dates that were looked through.
  const [looked, setLooked] = useState<Looked | null>(null);
  const isLooked =
    looked !== null &&
    looked.clients === clients.open &&
    looked.sessions === sessions.open &&
    looked.order === order;
  const alike = isLooked ? looked.alike : NONE;
  const [done, setDone] = useState<string | null>(null);
  const days = useMemo(
    () => ({ order, today: dayOf(new Date().toISOString(), timeZone) }),
    [order, timeZone],
  );
  const leftOut = leaveOut ? alike : NONE;
  const { asked, problems } = usePrepared(clients.open, sessions.open, days, leftOut);
  const empty = clients.open === null && sessions.open === null;
  const [busy, onTake] = useOnce(async () => {
    if (asked === null) return;
    if (!isLooked) {
      const found = await check(asked);
      if (found.error !== undefined) return;
      setLooked({ clients: clients.open, sessions: sessions.open, order, alike: found.data.alike });
      return;
    }
    const result = await take(asked);
    if (result.error !== undefined) return;
    setDone(
      `${countText(asked.clients.length, 'client')} and ${countText(asked.sessions.length, 'past session')} were taken.`,
    );
    clients.close();
    sessions.close();
    setLooked(null);
  });
  const refused = placed(
    fieldsOf(taking.error ?? checking.error),
    clients.open,
    sessions.open,
    new Map(leftOut.map((each) => [each.row, each.with.reference] as const)),
  );
  return (
    <>
      <div className="import-files">
        <SheetPart
          title="Clients"
          about="One client a row. The number in the earlier system ties past sessions to them."
          words={CLIENT_COLUMN_WORDS}
          of={clients}
        />
        <SheetPart
          title="Past sessions"
          about="One session of one area a row. They count in full where they were borne badly, and never lift a plan."
          words={SESSION_COLUMN_WORDS}
          of={sessions}
        />
      </div>
      {empty ? null : (
        <Choice
          label="Dates in these files"
          words={DAY_ORDER_WORDS}
          value={order}
          onChange={setOrder}
        />
      )}
      {problems.length > 0 ? <ProblemTable problems={problems} /> : null}
      {refused.length > 0 && problems.length === 0 ? <ProblemTable problems={refused} /> : null}
      {alike.length === 0 ? null : (
        <Notice kind="care" title={`${countText(alike.length, 'client')} may be here already`}>
          <ul>
            {alike.slice(0, SHOWN).map(({ row, with: other }) => (
              <li key={row}>
                Row {row}:{' '}
                <Link to={`/clients/${other.id}`}>
                  {other.givenName} {other.familyName}
                </Link>{' '}
                {other.reference}, born {shortDay(other.birthDate)},{' '}
                {other.alike.map((each) => LIKENESS_WORDS[each]).join(', ')}
              </li>
            ))}
          </ul>
          <Checkbox checked={leaveOut} onChange={({ target }) => setLeaveOut(target.checked)}>
            Leave these rows out; their past sessions go to who is here
          </Checkbox>
        </Notice>
      )}
      {done === null || !empty ? null : <Notice kind="info" title={done} />}
      {empty ? null : (
        <p className="import-foot">
          <Button
            type="primary"
            size="large"
            disabled={asked === null}
            loading={busy}
            onClick={onTake}
          >
            {!isLooked
              ? 'Look through them'
              : `Take ${countText(asked?.clients.length ?? 0, 'client')} and ${countText(asked?.sessions.length ?? 0, 'past session')}`}
          </Button>{' '}
          {taking.error === undefined || refused.length > 0 ? '' : problemText(taking.error)}
          {asked === null ? 'Nothing is taken while something above cannot be.' : ''}
        </p>
      )}
    </>
  );
}

interface Looked {
  readonly clients: unknown;
  readonly sessions: unknown;
  readonly order: DayOrder | null;
  readonly alike: ImportChecked['alike'];
}

const SHOWN = 20;

function fieldsOf(error: unknown): readonly { field: string; problem: string }[] {
  const { data } = (error ?? {}) as { data?: { fields?: { field: string; problem: string }[] } };
  return data?.fields ?? [];
}
