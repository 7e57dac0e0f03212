import { useVisit } from '../visit/use-visit';
import { InkPlanStage } from '../ink/InkPlanStage';
import { PlanStage } from './PlanStage';

/** The plan of hair or of ink, whichever the zone is. */
export function PlanOfJob() {
  const { area } = useVisit('area');
  return area.job === 'ink' ? <InkPlanStage /> : <PlanStage />;
}
