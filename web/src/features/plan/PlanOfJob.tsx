import { lazily } from '../../widgets/lazily';
import { useVisit } from '../visit/use-visit';

const InkPlanStage = lazily(async () => (await import('../ink/InkPlanStage')).InkPlanStage);
const PlanStage = lazily(async () => (await import('./PlanStage')).PlanStage);

/** The plan of hair or of ink, whichever the zone is. */
export function PlanOfJob() {
  const { area } = useVisit('area');
  return area.job === 'ink' ? <InkPlanStage /> : <PlanStage />;
}
