import { isTestVisit } from '@tidy-quill/core/workflow';
import { preparation } from '@tidy-quill/core/session';
import { useNavigate } from 'react-router';
import { v7 } from 'uuid';
import { useOnward } from '../../app/use-onward';
import { problemText } from '../../app/api';
import { useAcceptPlanMutation } from '../../app/visit-api';
import { figure, fluenceText } from '../../text';
import { CAUTION_SHORT } from '../auth/caution';
import { StageFoot } from '../visit/StageFoot';
import { useVisit } from '../visit/use-visit';
import { useSpotStart } from './use-spot-start';
import type { Spots } from './use-spots';
import { nowText } from '../../visit-engine/clock';

/** What follows from the spots, by one press: the fluence they allow, treatment, or home. */
export function SpotFoot({ spots }: { spots: Spots }) {
  const { record, visit, area, pathOf } = useVisit('record', 'visit', 'area', 'pathOf');
  const onward = useOnward();
  const navigate = useNavigate();
  const [accept, { isLoading, error }] = useAcceptPlanMutation();
  const start = useSpotStart(spots);
  const { setting } = spots.plan;
  const moves = spots.verdict.state === 'use' && start !== null && start !== setting.fluenceJcm2;
  const use = async (fluenceJcm2: number) => {
    const result = await accept({
      visitId: visit.id,
      areaId: area.id,
      id: v7(),
      at: nowText(),
      setting: { ...setting, fluenceJcm2 } as Parameters<typeof accept>[0]['setting'],
    });
    if (result.error === undefined) onward(pathOf('prepare'));
  };
  const above = error === undefined ? null : <p className="refusal">{problemText(error)}</p>;
  if (record.sentHome !== null) {
    return (
      <StageFoot enter action="Go to Today" onAction={() => void navigate('/')}>
        The client is home; what is read now stays with this visit.
      </StageFoot>
    );
  }
  if (moves && !spots.askedAgain && record.run.startedAt === null) {
    return (
      <StageFoot
        enter
        action={`Use ${figure(start, 2)} J/cm²`}
        busy={isLoading}
        onAction={() => void use(start)}
        above={above}
      >
        The plan has {fluenceText(setting)}. {CAUTION_SHORT}
      </StageFoot>
    );
  }
  const goesHome = isTestVisit(record) && spots.needed.length > 0 && !spots.askedAgain;
  if (goesHome) {
    return (
      <StageFoot
        enter
        action="Go to Send home"
        onAction={() => void navigate(pathOf('sendHome'))}
        above={above}
      >
        {spots.verdict.state === 'stop'
          ? 'Nothing more is fired here today.'
          : 'Treatment waits for the later look.'}
      </StageFoot>
    );
  }
  // What was made ready before the spots need not be seen again.
  const ready = preparation(record).complete;
  return (
    <StageFoot
      enter
      action={ready ? 'Go to Treat' : 'Go to Prepare'}
      disabled={spots.needed.length > 0 || record.planIsStale}
      onAction={() => void navigate(pathOf(ready ? 'treat' : 'prepare'))}
      above={above}
    >
      {spots.needed.length > 0 ? 'Treatment waits for the test spots.' : CAUTION_SHORT}
    </StageFoot>
  );
}
