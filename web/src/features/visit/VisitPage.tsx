import { currentStage, STAGES, stageStates, type Stage } from '@tidy-quill/core/workflow';
import { Skeleton } from 'antd';
import { Suspense, useEffect, type ComponentType } from 'react';
import { Link, Navigate, useParams, useSearchParams } from 'react-router';
import { problemText } from '../../app/api';
import { LockedRun } from '../account/LockedRun';
import { fetchedOnce, fetchWaiting, whenAtRest } from '../../widgets/at-rest';
import { lazyAgain } from '../../widgets/lazy-again';
import { Notice } from '../../widgets/Notice';
import { PageProblem } from '../../widgets/PageProblem';
import { ClientSummary } from './ClientSummary';
import { LinkState } from './LinkState';
import { NotYet } from './NotYet';
import { StageNav } from './StageNav';
import { StagePage } from './StagePage';
import { RoomConsole } from '../console/RoomConsole';
import { ZoneBar } from '../zones/ZoneBar';
import type { OpenVisit } from '../../visit-engine/open-visit';
import type { VisitView } from '../../visit-engine/visit-view';
import { useLoadedVisit, VisitContext } from './use-visit';

type Fetched = () => Promise<ComponentType>;

const STAGE_CODE: Readonly<Record<Stage, Fetched>> = {
  ask: fetchedOnce(async () => (await import('../ask/AskStage')).AskStage),
  look: fetchedOnce(async () => (await import('../look/LookStage')).LookStage),
  plan: fetchedOnce(async () => (await import('../plan/PlanOfJob')).PlanOfJob),
  spot: fetchedOnce(async () => (await import('../spot/SpotStage')).SpotStage),
  prepare: fetchedOnce(async () => (await import('../prepare/PrepareStage')).PrepareStage),
  treat: fetchedOnce(async () => (await import('../treat/TreatStage')).TreatStage),
  watch: fetchedOnce(async () => (await import('../watch/WatchStage')).WatchStage),
  sendHome: fetchedOnce(async () => (await import('../sendHome/SendHomeStage')).SendHomeStage),
};

const reactionsCode: Fetched = fetchedOnce(
  async () => (await import('../reactions/ReactionsPage')).ReactionsPage,
);

const STAGE_PAGES = {
  ask: lazyAgain(STAGE_CODE.ask),
  look: lazyAgain(STAGE_CODE.look),
  plan: lazyAgain(STAGE_CODE.plan),
  spot: lazyAgain(STAGE_CODE.spot),
  prepare: lazyAgain(STAGE_CODE.prepare),
  treat: lazyAgain(STAGE_CODE.treat),
  watch: lazyAgain(STAGE_CODE.watch),
  sendHome: lazyAgain(STAGE_CODE.sendHome),
} as const;

const ReactionsPage = lazyAgain(reactionsCode);

/**
 * Fetches the code of every stage while one is worked on, the next one first: the network may be gone by the time that one is
 * needed.
 */
function useStagesAtHand(at: string | undefined): void {
  useEffect(() => {
    const next = STAGES.findIndex((stage) => stage === at) + 1;
    const inTurn = [...STAGES.slice(next), ...STAGES.slice(0, next)];
    return whenAtRest(() => {
      const fetched = [...inTurn.map((stage) => STAGE_CODE[stage]), reactionsCode].map((code) =>
        code(),
      );
      // What could not be fetched is fetched again when it is opened.
      void Promise.allSettled(fetched).then(fetchWaiting);
    });
  }, [at]);
}

// Worked by single keys, which a field that held the focus would take for itself.
const ROOM_STAGES: readonly Stage[] = ['spot', 'prepare', 'treat', 'watch'];

const isStage = (word: string | undefined): word is Stage => STAGES.some((stage) => stage === word);

/** An open visit: what we know on the left, the stage at hand on the right. */
export function VisitPage() {
  const { visitId = '', stage } = useParams();
  const [search] = useSearchParams();
  useStagesAtHand(stage);
  const { view, visit, error, refetch } = useLoadedVisit(visitId, search.get('zone'));
  if (visit === null && error !== undefined) {
    return (
      <PageProblem title="This visit cannot be shown" text={problemText(error)} onRetry={refetch} />
    );
  }
  if (visit === null) return <Skeleton active className="page" paragraph={{ rows: 10 }} />;
  if (visit.visit.cancelled !== null) return <Cancelled view={view} visit={visit} />;
  const after = stage === 'reactions';
  if (!after && !isStage(stage))
    return <Navigate to={visit.pathOf(currentStage(visit.record, visit.consented))} replace />;
  return (
    <VisitContext value={view}>
      <LockedRun />
      <RoomConsole>
        <div className="visit-layout">
          <ClientSummary />
          <section className="stage-column" aria-label="What we do now">
            <ZoneBar />
            <StageNav stage={after ? null : stage} />
            <LinkState />
            <Suspense fallback={<Skeleton active />}>
              {after ? (
                <StagePage key={`${visitId} ${visit.area.id}`}>
                  <ReactionsPage />
                </StagePage>
              ) : (
                <StagePage
                  key={`${visitId} ${visit.area.id} ${stage}`}
                  byKeys={ROOM_STAGES.includes(stage)}
                >
                  <StageOf visit={visit} stage={stage} />
                </StagePage>
              )}
            </Suspense>
          </section>
        </div>
      </RoomConsole>
    </VisitContext>
  );
}

/** A visit that was cancelled: nothing of it is to be worked at any more. */
function Cancelled({ view, visit }: { view: VisitView; visit: OpenVisit }) {
  const { id, cancelled } = visit.visit;
  return (
    <VisitContext value={view}>
      <div className="visit-layout">
        <ClientSummary />
        <section className="stage-column" aria-label="What we do now">
          <Notice kind="stop" title="This visit was cancelled">
            <p>{cancelled?.reason}. Nothing can be added to it; book another.</p>
          </Notice>
          <p>
            <Link to={`/clients/${visit.client.id}`}>Open the client</Link> ·{' '}
            <Link to={`/visits/${id}/record`}>The record</Link>
          </p>
        </section>
      </div>
    </VisitContext>
  );
}

/** A stage's own page, or what has to come before it. */
function StageOf({ visit, stage }: { visit: OpenVisit; stage: Stage }) {
  const state = stageStates(visit.record, visit.consented)[stage];
  const closed = state === 'toCome' || (state === 'stopped' && stage !== 'ask');
  const Page = STAGE_PAGES[stage];
  return closed ? <NotYet stage={stage} /> : <Page />;
}
