import './findings.css';
import type { Behind, FindingsFilter, FindingsOptions } from '@tidy-quill/contract/findings';
import { FEW_TEXT, lookAtText } from '@tidy-quill/contract/labels/findings';
import { hasRight } from '@tidy-quill/core/access';
import { Skeleton } from 'antd';
import { lazy, Suspense, useState } from 'react';
import { Navigate } from 'react-router';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { countText, dayOf, shortDay } from '../../text';
import { lazily } from '../../widgets/lazily';
import { PageProblem } from '../../widgets/PageProblem';
import { FigureList } from './FigureList';
import { FindingsFilters } from './FindingsFilters';
import { FindingsTabs } from './FindingsTabs';
import { GroupTable } from './GroupTable';
import { useFindingsOptionsQuery, useFindingsQuery } from './findings-api';
import { useFindingsFilter } from './use-findings-filter';

const HarmChart = lazy(() => import('./HarmChart'));
const BehindDialog = lazily(async () => (await import('./BehindDialog')).BehindDialog);

/** Findings for whoever may read them; others are led to the registers. */
export function FindingsPage() {
  const { staff } = useSignedIn();
  return hasRight(staff.role, 'readFindings') ? (
    <Findings />
  ) : (
    <Navigate to="/findings/incidents" replace />
  );
}

/** What the clinic's own record shows over a period, and what to look at. */
function Findings() {
  const { timeZone } = useSignedIn().clinic;
  const today = dayOf(new Date().toISOString(), timeZone);
  const { asked, set } = useFindingsFilter(today);
  const options = useFindingsOptionsQuery(undefined, { refetchOnMountOrArgChange: true });
  const [behind, setBehind] = useState<{ what: Behind; filter: FindingsFilter } | null>(null);
  if (options.error !== undefined) {
    return (
      <PageProblem
        title="Findings cannot be shown"
        text={problemText(options.error)}
        onRetry={() => void options.refetch()}
      />
    );
  }
  if (options.data === undefined) return <Skeleton active className="page" />;
  const { by: _by, ...filter } = asked;
  return (
    <div className="page findings">
      <header className="page-head">
        <div>
          <h1>Findings</h1>
          <p>
            What this clinic’s own record shows, {shortDay(asked.from)} – {shortDay(asked.until)}.
            Each figure opens the sessions behind it.
          </p>
        </div>
      </header>
      <FindingsTabs />
      <FindingsFilters asked={asked} options={options.data} today={today} onSet={set} />
      <Shown
        asked={asked}
        options={options.data}
        onBy={(by) => set({ by })}
        onOpen={(what, more = {}) => setBehind({ what, filter: { ...filter, ...more } })}
      />
      {behind === null ? null : (
        <BehindDialog
          behind={behind.what}
          filter={behind.filter}
          options={options.data}
          onClose={() => setBehind(null)}
        />
      )}
    </div>
  );
}

function Shown({
  asked,
  options,
  onBy,
  onOpen,
}: {
  asked: ReturnType<typeof useFindingsFilter>['asked'];
  options: FindingsOptions;
  onBy: (by: string) => void;
  onOpen: (what: Behind, more?: Partial<FindingsFilter>) => void;
}) {
  const { data, currentData, error, refetch, isFetching } = useFindingsQuery(asked, {
    refetchOnMountOrArgChange: true,
  });
  if (error !== undefined) {
    return (
      <PageProblem
        title="These findings cannot be shown"
        text={problemText(error)}
        onRetry={() => void refetch()}
      />
    );
  }
  // The earlier figures stay, greyed, until the new ones are there.
  const shown = currentData ?? data;
  if (shown === undefined) return <Skeleton active paragraph={{ rows: 10 }} />;
  const { summary, sessions, chart, lookAt } = shown;
  if (sessions === 0) {
    return (
      <section className="empty">
        <h2>No session here</h2>
        <p>
          Sessions are counted once their treatment has ended. Choose a longer period, or clear a
          filter.
        </p>
      </section>
    );
  }
  if (summary === null) {
    return (
      <section className="empty">
        <h2>{countText(sessions, 'session')}</h2>
        <p>{FEW_TEXT}</p>
      </section>
    );
  }
  return (
    <div aria-busy={isFetching} className={isFetching ? 'is-waiting' : ''}>
      <FigureList answer={shown} summary={summary} onOpen={onOpen} />
      <section className="findings-chart">
        <div>
          <h2>Sessions with harm, month by month</h2>
          <Suspense fallback={<Skeleton active />}>
            <HarmChart chart={chart} />
          </Suspense>
        </div>
        <aside>
          <h2>What to look at</h2>
          {lookAt.length === 0 ? (
            <p>No month lies beyond what chance explains.</p>
          ) : (
            lookAt.map((each) => {
              const { month, items } = lookAtText(each, options);
              return (
                <div key={each.at} className="notice notice-care">
                  <h3>{month}</h3>
                  {items.length === 0 ? (
                    <p>Nothing on record began in it or in the two months before.</p>
                  ) : (
                    <ul>
                      {items.map((item) => (
                        <li key={item}>{item}</li>
                      ))}
                    </ul>
                  )}
                </div>
              );
            })
          )}
          <p className="quiet">
            What else was new then, never a cause: several things change at once.
          </p>
        </aside>
      </section>
      <GroupTable answer={shown} by={asked.by} options={options} onBy={onBy} onOpen={onOpen} />
    </div>
  );
}
