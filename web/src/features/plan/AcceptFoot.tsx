import type { InkColour } from '@tidy-quill/core/look';
import type { Setting } from '@tidy-quill/core/plan';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { useAcceptPlanMutation } from '../../app/visit-api';
import { figure } from '../../text';
import { nowText } from '../../visit-engine/clock';
import { useOnce } from '../../widgets/use-once';
import { CAUTION_SHORT } from '../auth/caution';
import { StageFoot } from '../visit/StageFoot';
import { SupervisorWord } from '../visit/SupervisorWord';
import { useVisit } from '../visit/use-visit';

/** Accepts a setting as the plan of the open area, hair or ink; or asks for the supervisor's approval where that comes first. */
export function AcceptFoot({
  setting,
  colours,
  usable,
  approvalFirst,
  onAccepted,
}: {
  /** Null where none is left within the limits. */
  setting: Setting | null;
  /** Of ink: what the light is meant for. */
  colours?: readonly InkColour[];
  usable: boolean;
  /** Why a supervisor approves before anything is accepted; null where none has to. */
  approvalFirst: string | null;
  onAccepted: () => void;
}) {
  const { record, visit, area, pathOf } = useVisit('record', 'visit', 'area', 'pathOf');
  const navigate = useNavigate();
  const [asking, setAsking] = useState(false);
  const [accept, { error }] = useAcceptPlanMutation();
  const [busy, onAccept] = useOnce(async () => {
    if (setting === null) return;
    const result = await accept({
      visitId: visit.id,
      areaId: area.id,
      id: v7(),
      at: nowText(),
      setting: setting as Parameters<typeof accept>[0]['setting'],
      ...(colours === undefined ? {} : { colours: [...colours] }),
    });
    if (result.error !== undefined) return;
    onAccepted();
    void navigate(pathOf('prepare'));
  });
  const figures = setting === null ? '' : ` ${figure(setting.fluenceJcm2, 2)} J/cm²`;
  return (
    <StageFoot
      action={approvalFirst === null ? `Accept${figures}` : 'Supervisor’s approval…'}
      disabled={(!usable && approvalFirst === null) || record.run.state === 'ended'}
      busy={busy}
      onAction={() => (approvalFirst === null ? onAccept() : setAsking(true))}
      above={error === undefined ? null : <p className="refusal">{problemText(error)}</p>}
    >
      {approvalFirst ?? CAUTION_SHORT}
      {record.agreed === null ? null : ` Agreed by a supervisor: ${record.agreed.reason}`}
      {asking ? <SupervisorWord about="reaction" onClose={() => setAsking(false)} /> : null}
    </StageFoot>
  );
}
