import './record.css';
import { FilePdfOutlined, PrinterOutlined } from '@ant-design/icons';
import type { RecordOpened } from '@tidy-quill/contract/record';
import { visitReport, type ZoneReport } from '@tidy-quill/core/report';
import { Button, Skeleton } from 'antd';
import { lazy, Suspense } from 'react';
import { Link, useParams } from 'react-router';
import { useRecordQuery } from '../../app/after-api';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import {
  momentText,
  reportNames,
  reportSections,
  shortDay,
  visitDayText,
  type SheetSection,
} from '../../text';
import { PageProblem } from '../../widgets/PageProblem';
import { Photo } from '../photos/Photo';
import { Amend } from './Amend';
import { SignRecord } from './SignRecord';

const PainChart = lazy(() => import('./PainChart'));

/** The record of a visit on one page: rebuilt from its events, read, added to and signed. */
export function RecordPage() {
  const { visitId = '' } = useParams();
  const { data, error, refetch } = useRecordQuery(visitId, { refetchOnMountOrArgChange: true });
  if (data === undefined && error !== undefined) {
    return (
      <PageProblem
        title="This record cannot be shown"
        text={problemText(error)}
        onRetry={() => void refetch()}
      />
    );
  }
  if (data === undefined) return <Skeleton active className="page" paragraph={{ rows: 12 }} />;
  return <Sheet opened={data} />;
}

function Sheet({ opened }: { opened: RecordOpened }) {
  const { timeZone } = useSignedIn().clinic;
  const { visit, client, clinicName, room, consents } = opened;
  const names = reportNames(opened, timeZone);
  const sheet = visitReport(opened.events, visit.areaId);
  const sections = reportSections(sheet, names);
  return (
    <article className="page record-page">
      <header className="page-head">
        <div>
          <h1>
            {client.givenName} {client.familyName}
          </h1>
          <p>
            <span className="figures">{client.reference}</span>, born {shortDay(client.birthDate)} ·{' '}
            {visitDayText(visit.startsAt, timeZone)} · {clinicName}, {room} · with{' '}
            {sheet.staffIds.map(names.staff).join(', ') || names.staff(visit.staffId)}
          </p>
        </div>
        <div className="page-actions no-print">
          <Link to={`/visits/${visit.id}`}>Open the visit</Link>
          <Link to={`/clients/${client.id}`}>Open the client</Link>
          <Button icon={<PrinterOutlined />} onClick={() => globalThis.print()}>
            Print
          </Button>
          <Button
            icon={<FilePdfOutlined />}
            href={`/api/visits/${visit.id}/record.pdf`}
            target="_blank"
          >
            PDF
          </Button>
          <Button
            href={`/api/visits/${visit.id}/plans`}
            download={`plans-${client.reference}.json`}
          >
            Plans with all they rested on (JSON)
          </Button>
        </div>
      </header>
      {sections.length === 0 ? (
        <section className="empty">
          <h2>Nothing recorded yet</h2>
          <p>The record fills as the visit goes on.</p>
        </section>
      ) : null}
      <div className="record-sections" data-testid="record">
        {sections.map((section) => (
          <Section key={section.title} section={section} />
        ))}
      </div>
      {sheet.zones.map((zone) => (
        <ZonePictures key={zone.areaId} zone={zone} area={names.area(zone.areaId)} />
      ))}
      {consents.length === 0 ? null : (
        <section className="record-section">
          <h2>Consent</h2>
          <ul>
            {consents.map(({ id, content, signedAt }) => (
              <li key={id}>
                <a href={`/api/consents/${id}/pdf`} target="_blank" rel="noreferrer">
                  {content.title}
                </a>
                , signed {momentText(signedAt, timeZone)}
              </li>
            ))}
          </ul>
        </section>
      )}
      <div className="record-end no-print">
        <Amend visitId={visit.id} />
        <SignRecord opened={opened} />
      </div>
    </article>
  );
}

function Section({ section: { title, lines } }: { section: SheetSection }) {
  return (
    <section className="record-section">
      <h2>{title}</h2>
      <dl>
        {lines.map(({ label, text, grave }, index) => (
          <div key={index} className={grave === true ? 'is-grave' : undefined}>
            <dt>{label}</dt>
            <dd>{text}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function ZonePictures({ zone, area }: { zone: ZoneReport; area: string }) {
  return (
    <>
      {zone.pains.length < 2 ? null : (
        <section className="record-section">
          <h2>Pain over the minutes, {area}</h2>
          <Suspense fallback={<Skeleton active paragraph={{ rows: 3 }} />}>
            <PainChart pains={zone.pains} />
          </Suspense>
        </section>
      )}
      {zone.photoIds.length === 0 ? null : (
        <section className="record-section">
          <h2>Photographs, {area}</h2>
          <div className="photo-row">
            {zone.photoIds.map((id) => (
              <Photo key={id} id={id} about={area} />
            ))}
          </div>
        </section>
      )}
    </>
  );
}
