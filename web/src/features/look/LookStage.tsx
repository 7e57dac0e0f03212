import { useNavigate } from 'react-router';
import { useDraft } from '../../app/draft';
import { StageFoot } from '../visit/StageFoot';
import { useOpenVisit } from '../visit/use-visit';
import { completeFindings, type Looked } from './findings';
import { SubjectForm } from './SubjectForm';

/** What is seen on the area: skin, tan, hair, size. */
export function LookStage() {
  const { record, visit, area, add } = useOpenVisit();
  const navigate = useNavigate();
  const [looked, setLooked, clearDraft, changed] = useDraft<Looked>(`look ${visit.id}`, {
    skin: record.findings?.skin ?? {},
    hair: record.findings?.hair ?? {},
    areaCm2: record.findings?.areaCm2 ?? area.areaCm2,
  });
  const kept = record.findings !== null && !changed;
  const findings = completeFindings(looked);
  const planning = `/visits/${visit.id}/plan`;
  const keep = async () => {
    if (findings === null) return;
    await add({ kind: 'findingsRecorded', findings });
    clearDraft();
    void navigate(planning);
  };
  return (
    <>
      <SubjectForm site={area.site} looked={looked} onChange={setLooked} />
      <p className="small">
        Cover moles and tattoos with white. Never fire on or through one in a hair session.
      </p>
      <StageFoot
        action={kept ? 'Go to Plan' : 'Keep findings, go to Plan'}
        disabled={!kept && findings === null}
        onAction={() => (kept ? void navigate(planning) : void keep())}
      >
        {findings === null
          ? 'Skin type, tan, hair colour, calibre and density are needed to plan.'
          : ''}
        {record.plan !== null && changed ? ' Keeping this makes the accepted plan stale.' : ''}
      </StageFoot>
    </>
  );
}
