import type { InkCase, InkOrder, InkProposal, InkWay } from '@tidy-quill/core/ink';
import { medicinesIn } from '@tidy-quill/core/session';
import { useMemo } from 'react';
import type { InkPlanningCase } from '../../planner/answers';
import { useOpened } from '../plan/use-planner';
import { useVisit } from '../visit/use-visit';

/** A tattoo's case with its ways, their order, and what is proposed for each step of it. */
export interface InkPlanning {
  readonly of: InkCase;
  readonly ways: readonly InkWay[];
  readonly order: InkOrder;
  /** In the order's own order; null where no setting is left within the limits. */
  readonly proposals: readonly (InkProposal | null)[];
}

/** The planning case of a tattoo; null until something was found by looking. */
export function useInkCase(): InkPlanningCase | null {
  const { record, area, history, catalogue, today } = useVisit(
    'record',
    'area',
    'history',
    'catalogue',
    'today',
  );
  return useMemo(() => {
    const { findings, agreed } = record;
    if (findings === null || !('ink' in findings)) return null;
    const { skin, ink, areaCm2 } = findings;
    const subject = {
      site: area.site,
      skin,
      ink,
      areaCm2,
      history,
      medicines: medicinesIn(record),
    };
    const of: InkCase = {
      subject,
      handpieces: catalogue.handpieces.filter(({ inService }) => inService),
      protocol: catalogue.protocol.ink,
      own: catalogue.protocol,
      agreed: agreed !== null,
      today,
    };
    return { job: 'ink', of, pace: catalogue.protocol.pace };
  }, [area.site, history, catalogue, today, record]);
}

/** What the case offers; null while it is worked out. */
export function useInk(of: InkPlanningCase | null): {
  readonly planning: InkPlanning | null;
  readonly fault: string | null;
} {
  const { value, fault } = useOpened(of);
  const planning = useMemo(
    () => (value === null ? null : { of: value.of.of, ...value.offers }),
    [value],
  );
  return { planning, fault };
}
