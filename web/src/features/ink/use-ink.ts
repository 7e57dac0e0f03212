import { inkOrder, inkWays, type InkCase, type InkOrder, type InkWay } from '@tidy-quill/core/ink';
import { medicinesIn } from '@tidy-quill/core/session';
import { useMemo } from 'react';
import { useVisit } from '../visit/use-visit';

/** The planning case of a tattoo with its ways and their order; null until something was found by looking. */
export interface InkPlanning {
  readonly of: InkCase;
  readonly ways: readonly InkWay[];
  readonly order: InkOrder;
}

export function useInk(): InkPlanning | null {
  const { record, area, history, catalogue, today } = useVisit(
    'record',
    'area',
    'history',
    'catalogue',
    'today',
  );
  const { findings, agreed } = record;
  return useMemo(() => {
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
    return { of, ways: inkWays(of), order: inkOrder(of) };
  }, [findings, agreed, area.site, history, catalogue, today, record]);
}
