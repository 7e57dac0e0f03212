import './clients.css';
import { EditOutlined, PhoneOutlined, PlusOutlined } from '@ant-design/icons';
import type { Area, AreaNote, ClientOpened, ClientVisit } from '@tidy-quill/contract/clients';
import { Button, Skeleton } from 'antd';
import { lazy, Suspense, useState } from 'react';
import { hasRight } from '@tidy-quill/core/access';
import { courseStanding } from '@tidy-quill/core/course';
import type { PastSession } from '@tidy-quill/core/plan';
import { fullYears } from '@tidy-quill/core/units';
import { Link, useParams, useSearchParams } from 'react-router';
import { problemText, useClientQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { areaText, dayOf, figure, shortDay } from '../../text';
import { Notice } from '../../widgets/Notice';
import { PageProblem } from '../../widgets/PageProblem';
import { MergedRecords } from '../merges/MergedRecords';
import { SignedConsents } from '../consent/SignedConsents';
import { AreaStanding, CourseActions, PlanGiven } from '../course/AreaStanding';
import { useCourseCase } from '../course/use-course-case';
import { FreedTime } from '../calendar/FreedTime';
import { LanguageNotice } from '../languages/LanguageNotice';
import { ContactLine } from './ContactLine';
import { ExportMenu } from './ExportMenu';
import { ALL, isShown, type Shown } from './shown-visits';
import { TypedSessions } from './TypedSessions';
import { VisitTable } from './VisitTable';
import { lazily } from '../../widgets/lazily';

const VisitFilter = lazily(async () => (await import('./VisitFilter')).VisitFilter);
const InkCourse = lazily(async () => (await import('../course/InkCourse')).InkCourse);
const HairCourse = lazily(async () => (await import('../course/HairCourse')).HairCourse);
const PickOther = lazily(async () => (await import('../merges/PickOther')).PickOther);
const AddAreaForm = lazily(async () => (await import('./AddAreaForm')).AddAreaForm);
const BookVisitForm = lazily(async () => (await import('./BookVisitForm')).BookVisitForm);
const EraseClient = lazily(async () => (await import('./EraseClient')).EraseClient);
const ClientForm = lazily(async () => (await import('./ClientForm')).ClientForm);
const PickSession = lazily(async () => (await import('../reactions/PickSession')).PickSession);
const SessionsChart = lazy(() => import('./SessionsChart'));

/** One client: areas, visits, and each area's course in a chart. */
export function ClientPage() {
  const { clientId = '' } = useParams();
  const { data, error, isLoading, refetch } = useClientQuery(clientId, {
    refetchOnMountOrArgChange: true,
  });
  if (isLoading) return <Skeleton active className="page" />;
  if (data === undefined) {
    return (
      <PageProblem
        title="This client cannot be shown"
        text={problemText(error)}
        onRetry={refetch}
      />
    );
  }
  return <Opened opened={data} />;
}

function Opened({
  opened: {
    client,
    areas,
    visits,
    unreadable,
    consents,
    courseNotes,
    typedSessions,
    merges,
    languageGap,
  },
}: {
  opened: ClientOpened;
}) {
  const [form, setForm] = useState<'edit' | 'area' | 'erase' | 'merge' | null>(null);
  const [reporting, setReporting] = useState(false);
  const [shown, setShown] = useState<Shown>(ALL);
  const [booking, setBooking] = useState<readonly [Area, ...Area[]] | null>(null);
  const freed = useSearchParams()[0].get('freed');
  const { staff, clinic } = useSignedIn();
  const { timeZone } = clinic;
  const today = dayOf(new Date().toISOString(), timeZone);
  return (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>
            {client.givenName} {client.familyName}
          </h1>
          <p>
            <span className="figures">{client.reference}</span> ·{' '}
            {fullYears(client.birthDate, today)} years, born {shortDay(client.birthDate)}
            {client.phone === '' ? '' : ` · ${client.phone}`}
            {client.email === '' ? '' : ` · ${client.email}`}
          </p>
          <ContactLine client={client} />
          <LanguageNotice gap={languageGap} />
          {client.note === '' ? null : <p>{client.note}</p>}
        </div>
        {client.mergedInto === null ? (
          <div className="page-actions">
            <Button icon={<PhoneOutlined />} onClick={() => setReporting(true)}>
              Report a reaction
            </Button>
            <ExportMenu clientId={client.id} />
            <Button icon={<EditOutlined />} onClick={() => setForm('edit')}>
              Edit
            </Button>
            {client.erasedAt === null && hasRight(staff.role, 'mergeClients') ? (
              <Button onClick={() => setForm('merge')}>Merge…</Button>
            ) : null}
            {client.erasedAt === null && hasRight(staff.role, 'erase') ? (
              <Button onClick={() => setForm('erase')}>Erase…</Button>
            ) : null}
            <Button icon={<PlusOutlined />} onClick={() => setForm('area')}>
              Add area
            </Button>
          </div>
        ) : null}
      </header>
      {client.erasedAt === null ? null : (
        <Notice
          kind="info"
          title={`Erased on ${shortDay(dayOf(client.erasedAt, timeZone))}: what was measured stays under this reference`}
        />
      )}
      <MergedRecords client={client} merges={merges} />
      {client.alert === '' ? null : <Notice kind="care" title={client.alert} />}
      {freed === null ? null : <FreedTime visitId={freed} />}
      {unreadable.length === 0 ? null : (
        <Notice kind="care" title="Visits whose record cannot be read">
          <ul>
            {unreadable.map(({ id, startsAt }) => (
              <li key={id}>
                {shortDay(dayOf(startsAt, timeZone))}, visit {id}. Ask whoever looks after the
                database; the export holds its entries as they are kept.
              </li>
            ))}
          </ul>
        </Notice>
      )}
      {areas.length === 0 && client.mergedInto === null ? (
        <section className="empty">
          <h2>No areas yet</h2>
          <p>Add the area to be treated, then book its first visit.</p>
        </section>
      ) : null}
      {visits.length > 1 ? <VisitFilter areas={areas} shown={shown} onShown={setShown} /> : null}
      {areas
        .filter(({ id }) => client.mergedInto === null && [null, id].includes(shown.areaId))
        .map((area) => (
          <AreaCourse
            key={area.id}
            area={area}
            visits={visits.filter((visit) => visit.areaId === area.id)}
            notes={courseNotes.filter(({ areaId }) => areaId === area.id)}
            typed={typedSessions[area.id] ?? []}
            shown={shown}
            onBook={() => setBooking([area])}
          />
        ))}
      {consents.length === 0 ? null : (
        <section className="area-course">
          <SignedConsents consents={consents} clientId={client.id} />
        </section>
      )}
      {form === 'edit' ? (
        <ClientForm client={client} onClose={() => setForm(null)} onSaved={() => {}} />
      ) : null}
      {form === 'erase' ? <EraseClient client={client} onClose={() => setForm(null)} /> : null}
      {form === 'merge' ? <PickOther client={client} onClose={() => setForm(null)} /> : null}
      {form === 'area' ? <AddAreaForm clientId={client.id} onClose={() => setForm(null)} /> : null}
      {reporting ? <PickSession clientId={client.id} onClose={() => setReporting(false)} /> : null}
      {booking === null ? null : (
        <BookVisitForm
          key={booking[0].id}
          clientId={client.id}
          area={booking[0]}
          then={booking.slice(1)}
          areas={areas}
          visits={visits}
          onClose={() => setBooking(null)}
          onNext={setBooking}
        />
      )}
    </div>
  );
}

function AreaCourse({
  area,
  visits: all,
  notes,
  typed,
  shown,
  onBook,
}: {
  area: Area;
  visits: readonly ClientVisit[];
  notes: readonly AreaNote[];
  typed: readonly PastSession[];
  /** Which of them the table shows; the course is worked out from all. */
  shown: Shown;
  onBook: () => void;
}) {
  const visits = all.filter((visit) => isShown(visit, shown));
  const courseCase = useCourseCase(area, all);
  const fired = visits.filter(({ lights }) => lights.length > 0);
  return (
    <section className="area-course">
      <header>
        <h2>
          {areaText(area)}{' '}
          <span className="quiet-inline">
            {figure(area.areaCm2, 0)} cm², {area.job === 'ink' ? 'tattoo' : 'hair'}
          </span>
        </h2>
        <span className="area-actions">
          <Link to={`/clients/${area.clientId}/pictures?areaId=${area.id}`}>Pictures</Link>
          <CourseActions area={area} notes={notes} onBook={onBook} />
        </span>
      </header>
      <AreaStanding notes={notes} />
      {area.job === 'hair' ? <PlanGiven area={area} notes={notes} /> : null}
      {visits.length === 0 ? <p>No visit to show.</p> : <VisitTable visits={visits} />}
      <TypedSessions sessions={typed} />
      {courseCase === null ? null : (
        <HairCourse of={courseCase} isOpen={courseStanding(notes).state === 'open'} />
      )}
      <InkCourse area={area} visits={all} />
      {fired.length > 0 ? (
        <Suspense fallback={<Skeleton active paragraph={{ rows: 3 }} />}>
          <SessionsChart visits={fired} />
        </Suspense>
      ) : null}
    </section>
  );
}
