import type { InkColour } from '@tidy-quill/core/look';
import { mayTreat } from '@tidy-quill/core/session';
import type { Setting } from '@tidy-quill/core/plan';
import { useState } from 'react';
import { v7 } from 'uuid';
import { useOnward } from '../../app/use-onward';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { useAcceptPlanMutation } from '../../app/visit-api';
import { fluenceText, lackingText } from '../../text';
import { nowText } from '../../visit-engine/clock';
import { useOnce } from '../../widgets/use-once';
import { CAUTION_SHORT } from '../auth/caution';
import { useLacking } from '../sign-offs/use-lacking';
import { StageFoot } from '../visit/StageFoot';
import { useVisit } from '../visit/use-visit';
import { lazily } from '../../widgets/lazily';

const SupervisorWord = lazily(async () => (await import('../visit/SupervisorWord')).SupervisorWord);

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
  const { record, visit, area, today, pathOf } = useVisit(
    'record',
    'visit',
    'area',
    'today',
    'pathOf',
  );
  const { staff: me } = useSignedIn();
  const lacking = useLacking(
    { staffId: me.id, role: me.role },
    setting === null ? [] : [{ job: area.job, site: area.site, technique: setting.technique }],
    today,
  );
  const signOffFirst = !mayTreat(record, me.id, lacking);
  const onward = useOnward();
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
    onward(pathOf('prepare'));
  });
  const unsigned =
    lacking.skills.length === 0 ? '' : `You are not signed off for ${lackingText(lacking.skills)}`;
  const waits =
    approvalFirst ?? (signOffFirst ? `${unsigned}: a supervisor approves first.` : null);
  const figures = setting === null ? '' : ` ${fluenceText(setting)}`;
  return (
    <StageFoot
      action={waits === null ? `Accept${figures}` : 'Supervisor’s approval…'}
      disabled={(!usable && waits === null) || record.run.state === 'ended'}
      busy={busy}
      onAction={() => (waits === null ? onAccept() : setAsking(true))}
      above={error === undefined ? null : <p className="refusal">{problemText(error)}</p>}
    >
      {waits ?? (unsigned === '' ? CAUTION_SHORT : `${unsigned}. ${CAUTION_SHORT}`)}
      {[record.agreed, ...record.signOffsAgreed.filter(({ staffId }) => staffId === me.id)].map(
        (agreed) => (agreed === null ? '' : ` Agreed by a supervisor: ${agreed.reason}`),
      )}
      {!asking ? null : approvalFirst === null && setting !== null ? (
        <SupervisorWord
          about="signOff"
          signOff={{ skills: lacking.skills, technique: setting.technique }}
          onClose={() => setAsking(false)}
        />
      ) : (
        <SupervisorWord about="reaction" onClose={() => setAsking(false)} />
      )}
    </StageFoot>
  );
}
