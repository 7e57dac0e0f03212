import './plan.css';
import type { PlanCase, Proposals } from '@tidy-quill/core/plan';
import { Skeleton } from 'antd';
import { useMemo, type ReactNode } from 'react';
import { refusalText } from '../../text';
import { Notice } from '../../widgets/Notice';
import { useOpened } from './use-planner';
import { ProposalsTable } from './ProposalsTable';

/** Waits for the proposals of a case; says why where there are none, else hands them on. */
export function Proposed({
  plan,
  children,
}: {
  plan: PlanCase;
  children: (proposals: Proposals) => ReactNode;
}) {
  const of = useMemo(() => ({ job: 'hair' as const, plan }), [plan]);
  const { value: opened, fault } = useOpened(of);
  if (fault !== null) {
    return (
      <Notice kind="stop" title="This cannot be planned">
        <p>{fault}</p>
      </Notice>
    );
  }
  if (opened === null) return <Skeleton active paragraph={{ rows: 8 }} />;
  const value = opened.offers.proposals;
  if (value.refused !== null) {
    return (
      <Notice kind="stop" title="No setting is proposed">
        <p>{refusalText(value.refused)}</p>
      </Notice>
    );
  }
  if (value.proposals.length === 0) {
    return (
      <>
        <Notice kind="stop" title="No setting is proposed">
          <p>None of the handpieces in service has an approved way to treat this.</p>
        </Notice>
        <ProposalsTable
          handpieces={plan.handpieces}
          proposals={value}
          chosen={null}
          onChoose={() => {}}
        />
      </>
    );
  }
  return <>{children(value)}</>;
}
