import './catalogue.css';
import type { CatalogueKind, CatalogueVersion } from '@tidy-quill/contract/catalogue';
import { HANDPIECE_TABLE, PROTOCOL_TABLE } from '@tidy-quill/contract/catalogue-table';
import { HANDPIECE_TEMPLATES } from '@tidy-quill/contract/handpiece-templates';
import type { AdviceBlocks } from '@tidy-quill/core/aftercare';
import type { ConsentTexts } from '@tidy-quill/core/consent';
import { figuresAtFault, type Handpiece, type Protocol } from '@tidy-quill/core/plan';
import type { SafetyPapers } from '@tidy-quill/core/safety';
import type { SuitabilityRules } from '@tidy-quill/core/suitability';
import { defined } from '@tidy-quill/core/units';
import { useState } from 'react';
import { useSignedIn } from '../../app/clinic-context';
import { useDraft } from '../../app/draft';
import { FAULT_COLUMN, faultText } from '../../text';
import { lazily } from '../../widgets/lazily';
import type { Made } from './KeepVersion';
import { RecordTable } from './RecordTable';
import { RowsToRead } from './RowsToRead';
import { useVersionDraft } from './version-draft';
import { VersionList } from './VersionList';

const KeepVersion = lazily(async () => (await import('./KeepVersion')).KeepVersion);
const VersionChanges = lazily(async () => (await import('./VersionChanges')).VersionChanges);
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

const faultsOf = (handpiece: Handpiece) =>
  figuresAtFault(handpiece).map((fault) => ({
    column: FAULT_COLUMN[fault.why],
    problem: faultText(fault),
  }));

/** Rows that were read of a version that nobody has approved. */
interface Ticked {
  readonly versionId: string;
  readonly read: readonly string[];
}

/** The versions of one document: the newest or an older one, edited by those who may. */
export function Versions({
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
      {newest.approvedBy === null && newest.number === 0 ? null : (
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
