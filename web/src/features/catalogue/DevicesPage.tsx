import './catalogue.css';
import type { CatalogueKind, CatalogueVersion } from '@tidy-quill/contract/catalogue';
import { HANDPIECE_TABLE, PROTOCOL_TABLE } from '@tidy-quill/contract/catalogue-table';
import { STANDARD_CONSENTS, type ConsentTexts } from '@tidy-quill/core/consent';
import { STANDARD_AFTERCARE, type AdviceBlocks } from '@tidy-quill/core/aftercare';
import { figuresAtFault, type Handpiece, type Protocol } from '@tidy-quill/core/plan';
import { STANDARD_SAFETY, type SafetyPapers } from '@tidy-quill/core/safety';
import { STANDARD_SUITABILITY, type SuitabilityRules } from '@tidy-quill/core/suitability';
import { Skeleton } from 'antd';
import { useState } from 'react';
import { NavLink, useParams } from 'react-router';
import { HANDPIECE_TEMPLATES } from '@tidy-quill/contract/handpiece-templates';
import { defined } from '@tidy-quill/core/units';
import { problemText, useVersionsQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { useDraft } from '../../app/draft';
import { FAULT_COLUMN, faultText } from '../../text';
import { PageProblem } from '../../widgets/PageProblem';
import { KeepVersion, type Made } from './KeepVersion';
import { RecordTable } from './RecordTable';
import { RowsToRead } from './RowsToRead';
import { useVersionDraft } from './version-draft';
import { VersionChanges } from './VersionChanges';
import { VersionList } from './VersionList';
import { lazily } from '../../widgets/lazily';

const AftercareForm = lazily(async () => (await import('./AftercareForm')).AftercareForm);
const ClinicalNumbers = lazily(async () => (await import('./ClinicalNumbers')).ClinicalNumbers);
const ConsentTextsForm = lazily(async () => (await import('./ConsentTextsForm')).ConsentTextsForm);
const SafetyForm = lazily(async () => (await import('./SafetyForm')).SafetyForm);
const SuitabilityTables = lazily(
  async () => (await import('./SuitabilityTables')).SuitabilityTables,
);
const InkProtocolPart = lazily(async () => (await import('./InkProtocolPart')).InkProtocolPart);
const ProtocolFigures = lazily(async () => (await import('./ProtocolFigures')).ProtocolFigures);

type Content = CatalogueVersion['content'];

const HANDPIECE_COLUMNS = [
  'name',
  'spotsMm',
  'pulsesMs',
  'fluenceMaxJcm2',
  'maxEnergyJ',
  'inService',
];
const PROTOCOL_COLUMNS = [
  'id',
  'skinTypes',
  'pulseLowMs',
  'pulseHighMs',
  'fluenceLowJcm2',
  'fluenceHighJcm2',
];

/** The clinic's handpieces and its protocol, read by all, edited by those who may, in whole versions. */
export function DevicesPage() {
  const params = useParams();
  const kind = TABS.find(({ path }) => path === params['kind'])?.kind ?? 'devices';
  const { data, error, refetch } = useVersionsQuery({ kind }, { refetchOnMountOrArgChange: true });
  return (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>Devices and protocol</h1>
          <p>
            What each console can do, and what the clinic allows. Records keep the versions used.
          </p>
        </div>
        <nav className="page-actions" aria-label="Devices or protocol">
          {TABS.map(({ path, word }) => (
            <NavLink key={path} className="tab-link" to={`/devices/${path}`}>
              {word}
            </NavLink>
          ))}
          <NavLink className="tab-link" to="/devices/condition">
            Condition
          </NavLink>
          <NavLink className="tab-link" to="/devices/eyewear">
            Eyewear
          </NavLink>
          <NavLink className="tab-link" to="/devices/picture-card">
            Picture card
          </NavLink>
        </nav>
      </header>
      {error === undefined ? null : (
        <PageProblem
          title="Devices cannot be shown"
          text={problemText(error)}
          onRetry={() => void refetch()}
        />
      )}
      {data === undefined && error === undefined ? <Skeleton active /> : null}
      {data?.length === 0 && kind in SHIPPED ? (
        <Versions key={kind} kind={kind} versions={[SHIPPED[kind as keyof typeof SHIPPED]]} />
      ) : null}
      {data?.length === 0 && (kind === 'devices' || kind === 'protocol') ? (
        <>
          <section className="empty">
            <h2>No version yet</h2>
            <p>
              Nothing can be planned until this clinic has approved devices and an approved
              protocol. Type what the manual says: nothing is taken for granted.
            </p>
          </section>
          {kind === 'devices' ? <Versions key={kind} kind={kind} versions={[NO_DEVICES]} /> : null}
        </>
      ) : null}
      {data?.[0]?.kind === kind ? <Versions key={kind} kind={kind} versions={data} /> : null}
    </div>
  );
}

const TABS = [
  { path: 'handpieces', kind: 'devices', word: 'Handpieces' },
  { path: 'protocol', kind: 'protocol', word: 'Protocol' },
  { path: 'suitability', kind: 'suitability', word: 'Suitability' },
  { path: 'consents', kind: 'consents', word: 'Consent texts' },
  { path: 'aftercare', kind: 'aftercare', word: 'Aftercare' },
  { path: 'safety', kind: 'safety', word: 'Laser safety' },
] as const;

const faultsOf = (handpiece: Handpiece) =>
  figuresAtFault(handpiece).map((fault) => ({
    column: FAULT_COLUMN[fault.why],
    problem: faultText(fault),
  }));

/** What ships holds until the clinic approves a version of its own. */
const shipped = (kind: CatalogueKind, content: Content): CatalogueVersion => ({
  id: `shipped ${kind}`,
  kind,
  number: 0,
  note: 'As it ships, until a supervisor approves the clinic’s own',
  createdBy: 'Tidy Quill',
  createdAt: '2026-11-24T00:00:00Z',
  approvedBy: 'Tidy Quill',
  byAuthor: false,
  approvedAt: '2026-11-24T00:00:00Z',
  content,
});

const SHIPPED = {
  suitability: shipped('suitability', STANDARD_SUITABILITY),
  consents: shipped('consents', STANDARD_CONSENTS),
  aftercare: shipped('aftercare', STANDARD_AFTERCARE),
  safety: shipped('safety', STANDARD_SAFETY),
};

/** Of a clinic that has none yet: a first version begins from it. */
const NO_DEVICES: CatalogueVersion = {
  ...shipped('devices', []),
  note: 'Nothing yet',
  ...{ createdBy: '', approvedBy: null, approvedAt: null },
};

/** Rows that were read of a version that nobody has approved. */
interface Ticked {
  readonly versionId: string;
  readonly read: readonly string[];
}

function Versions({
  kind,
  versions,
}: {
  kind: CatalogueKind;
  versions: readonly CatalogueVersion[];
}) {
  const { staff } = useSignedIn();
  const newest = defined(versions[0]);
  const inForce = versions.find(({ approvedAt }) => approvedAt !== null)?.number ?? 0;
  const [shown, setShown] = useState<number | null>(null);
  const [draft, setDraft, clearDraft, changed] = useVersionDraft(kind, newest);
  const looking = versions.find(({ number }) => number === shown);
  const looked = looking ?? newest;
  const inForceVersion = versions.find(({ number }) => number === inForce);
  const mayEdit = staff.role !== 'technician';
  // The clinic’s first version of a document is read whole before it holds.
  const toRead = versions.find(
    ({ number }) => inForce === 0 && number > 0 && number === looked.number && !changed,
  );
  const [ticked, setTicked] = useDraft<Ticked>(`read ${kind}`, { versionId: '', read: [] });
  const read = ticked.versionId === toRead?.id ? ticked.read : [];
  const editable = mayEdit && (looking === undefined || looking === newest);
  const content = editable ? draft.content : looked.content;
  const change = (next: Content) => setDraft({ ...draft, content: next });
  return (
    <div className="catalogue">
      <div>
        {mayEdit ? null : (
          <p className="quiet">Supervisor and owner edit; a supervisor approves.</p>
        )}
        {changed && editable ? (
          <KeepVersion
            basedOn={draft.basedOn}
            said={draft.note ?? ''}
            made={{ kind, content: draft.content } as Made}
            onKept={() => {
              clearDraft();
              setShown(null);
            }}
            onDrop={clearDraft}
          />
        ) : null}
        {toRead === undefined ? null : (
          <RowsToRead
            version={toRead}
            read={read}
            onRead={(rows) => setTicked({ versionId: toRead.id, read: rows })}
          />
        )}
        {looked.approvedAt === null && inForceVersion !== undefined && looked !== inForceVersion ? (
          <VersionChanges draft={looked} inForce={inForceVersion} />
        ) : null}
        {kind === 'devices' ? (
          <RecordTable
            name="devices"
            table={HANDPIECE_TABLE}
            link={(id) => `/handpieces/${id}`}
            templates={HANDPIECE_TEMPLATES}
            faultsOf={faultsOf}
            shown={HANDPIECE_COLUMNS}
            records={content as readonly Handpiece[]}
            editable={editable}
            onChange={change}
          />
        ) : kind === 'protocol' ? (
          <>
            <RecordTable
              name="protocol"
              table={PROTOCOL_TABLE}
              shown={PROTOCOL_COLUMNS}
              records={(content as Protocol).rows}
              editable={editable}
              onChange={(rows) => change({ ...(content as Protocol), rows })}
            />
            <ProtocolFigures protocol={content as Protocol} editable={editable} onChange={change} />
            <ClinicalNumbers protocol={content as Protocol} editable={editable} onChange={change} />
            <InkProtocolPart protocol={content as Protocol} editable={editable} onChange={change} />
          </>
        ) : kind === 'suitability' ? (
          <SuitabilityTables
            content={content as SuitabilityRules}
            editable={editable}
            onChange={change}
          />
        ) : kind === 'aftercare' ? (
          <AftercareForm content={content as AdviceBlocks} editable={editable} onChange={change} />
        ) : kind === 'safety' ? (
          <SafetyForm content={content as SafetyPapers} editable={editable} onChange={change} />
        ) : (
          <ConsentTextsForm
            content={content as ConsentTexts}
            editable={editable}
            onChange={change}
          />
        )}
      </div>
      {newest === NO_DEVICES ? null : (
        <VersionList
          versions={versions}
          inForce={inForce}
          shown={looked.number}
          read={inForce === 0 ? read : null}
          onShow={setShown}
        />
      )}
    </div>
  );
}
