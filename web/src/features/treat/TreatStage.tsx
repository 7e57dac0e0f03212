import './treat.css';
import { MARK_MEANING, painMeaning } from '@tidy-quill/core/reaction';
import { earlyPulses } from '@tidy-quill/core/session';
import { type CellEnd } from '@tidy-quill/core/events';
import { endAsks } from '@tidy-quill/core/workflow';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { clockText, figure, fluenceText, passesText, spotText } from '../../text';
import { useOnward } from '../../app/use-onward';
import { useSignedIn } from '../../app/clinic-context';
import { KeyButton } from '../../widgets/KeyButton';
import { useNow } from '../../widgets/use-now';
import { isSecondTap } from '../../widgets/second-tap';
import { useOnce } from '../../widgets/use-once';
import { StageFoot } from '../visit/StageFoot';
import { useVisit } from '../visit/use-visit';
import { ConsoleCard } from '../console/ConsoleCard';
import { CoolingCountdown } from './CoolingCountdown';
import { useConsoleFaults } from '../console/room-console';
import { Incidents } from '../console/Incidents';
import { Metronome } from './Metronome';
import { CellMap } from './CellMap';
import { ChangeInkSetting } from './ChangeInkSetting';
import { ChangeSetting } from './ChangeSetting';
import { GoggleSwitch } from './GoggleSwitch';
import { HaltKeys } from './HaltKeys';
import { PULSE_STEPS, ROOM_KEYS } from './keys';
import { MarkKeys } from './MarkKeys';
import { PainKeys } from './PainKeys';
import { RunStateCard } from './RunStateCard';
import { StandbyAlarm } from './StandbyAlarm';
import { StepLine } from './StepLine';
import { cellName, cellText, footAction, overText, paceText, sessionText } from './session-texts';
import { StopCauses } from './StopCauses';
import { useSession } from './use-session';
import { WaitTimer } from './WaitTimer';
import { lazily } from '../../widgets/lazily';

const SwapLight = lazily(async () => (await import('./SwapLight')).SwapLight);
const HandOver = lazily(async () => (await import('./HandOver')).HandOver);
const EndDialog = lazily(async () => (await import('./EndDialog')).EndDialog);
const KeyList = lazily(async () => (await import('./KeyList')).KeyList);
const ReopenDialog = lazily(async () => (await import('./ReopenDialog')).ReopenDialog);

/** In the room: one press logs one thing, at once; the zone is worked cell by cell. */
export function TreatStage() {
  const { record, area, add, unsent, all, pathOf } = useVisit(
    'record',
    'area',
    'add',
    'unsent',
    'all',
    'pathOf',
  );
  const { clinic } = useSignedIn();
  const onward = useOnward();
  const navigate = useNavigate();
  const now = useNow();
  const [listing, setListing] = useState(false);
  const [changing, setChanging] = useState(false);
  const [handing, setHanding] = useState(false);
  const [ending, setEnding] = useState(false);
  const [reopening, setReopening] = useState(false);
  const startedMs = useRef<number | null>(null);
  const session = useSession();
  const faults = useConsoleFaults();
  const { run } = record;
  const { current, cells } = session;
  const running = run.state === 'running';
  const begun = run.startedAt !== null;
  const early = earlyPulses(record).pulses;
  const ended = run.state === 'ended';
  const lastPain = run.pains.at(-1);
  const halted = run.state === 'paused' || run.state === 'stopped';
  const asks = session.asksForPain(now);
  const undo = () => {
    if (run.lastPress !== null) void add({ kind: 'undone', eventId: run.lastPress.id });
  };
  const score = (value: number) =>
    painMeaning(value) === 'stop'
      ? void add({ kind: 'painScored', score: value }, { kind: 'stopped' })
      : void add({ kind: 'painScored', score: value });
  const endCell = (how: CellEnd) => {
    if (current === null) return;
    const after = cells.find((cell) => cell.run.ended === null && cell.number !== current.number);
    const ending = { kind: 'cellEnded', cell: current.number, how } as const;
    void (after === undefined
      ? add(ending)
      : add(ending, { kind: 'cellChosen', cell: after.number }));
  };
  const [, endNow] = useOnce(async () => {
    await add({ kind: 'treatmentEnded' });
    onward(pathOf('watch'));
  });
  const untouched = current?.run.pulses === 0 && current.run.passes === 0;
  const left = cells.filter((cell) => cell.run.ended === null).length;
  const { givenPulses, plannedPulses } = session;
  const asksFirst = endAsks({ openCells: left, cells: cells.length, givenPulses, plannedPulses });
  const end = () => (asksFirst ? setEnding(true) : endNow());
  return (
    <>
      <div className="stage treat">
        {/* No pulse is logged meanwhile: the causes take the place of its keys, above the cells, however many there are. */}
        {halted && run.harmed ? <StopCauses /> : null}
        <div className="treat-count">
          <p className="count" aria-live="polite">
            <span className="figure-huge" data-testid="pulse-count">
              {figure(session.givenPulses, 0)}
            </span>{' '}
            of {figure(session.plannedPulses, 0)} pulses
            {overText(session)}
            {run.pulses > session.givenPulses
              ? ` with this light · ${figure(run.pulses, 0)} in all`
              : ''}
            {early === 0 ? '' : ` · ${figure(early, 0)} before the start`}
            {session.moving ? ` · ${passesText(run.passes)}` : ''}
            {run.startedAt === null ? '' : ` · ${sessionText(session, now)}`} ·{' '}
            {session.energyJ < 1000
              ? `${figure(session.energyJ, 0)} J`
              : `${figure(session.energyJ / 1000, 1)} kJ`}
          </p>
          {halted ? (
            <p className="quiet">
              {run.state === 'paused' ? 'Paused' : 'Stopped'}. You were at{' '}
              {figure(session.givenPulses, 0)} of {figure(session.plannedPulses, 0)} pulses
              {current === null ? '' : `, ${cellName(current).toLowerCase()}`}.
            </p>
          ) : null}
          {halted && run.harmed ? null : (
            <div className="pulse-keys">
              {PULSE_STEPS.map(({ count, key }) => (
                <KeyButton
                  key={count}
                  letter={key}
                  disabled={!running}
                  onPress={() => void add({ kind: 'pulsesFired', count })}
                >
                  + {count}
                  <span className="visually-hidden"> {count === 1 ? 'pulse' : 'pulses'}</span>
                </KeyButton>
              ))}
              <KeyButton
                letter={ROOM_KEYS.passDone}
                disabled={!running}
                onPress={() => void add({ kind: 'passDone' })}
              >
                Pass done
              </KeyButton>
              {session.moving ? (
                <KeyButton
                  letter={ROOM_KEYS.warm}
                  disabled={!running}
                  onPress={() => endCell('warm')}
                >
                  Warm, end
                </KeyButton>
              ) : null}
              <KeyButton
                letter={ROOM_KEYS.leaveOut}
                disabled={!running || current === null}
                onPress={() => endCell('leftOut')}
              >
                Leave out
              </KeyButton>
            </div>
          )}
          <CellMap
            session={session}
            site={area.job === 'hair' ? area.site : null}
            onChoose={(cell) => void add({ kind: 'cellChosen', cell })}
          />
          {current === null || !begun ? null : (
            <p className="cell-now figures">{cellText(session, now)}</p>
          )}
          {current === null || !begun || !session.moving ? null : (
            <p className="figures" role="status">
              {paceText(session.paces)}
            </p>
          )}
        </div>
        <div className="treat-side">
          <RunStateCard onChange={() => setChanging(true)} />
          <StandbyAlarm />
          <CoolingCountdown session={session} />
          <SwapLight session={session} />
          <StepLine session={session} />
        </div>
      </div>
      <div className="room-row">
        <ConsoleCard />
        <Metronome session={session} />
        <GoggleSwitch />
        <WaitTimer />
      </div>
      <Incidents />
      <StageFoot
        above={
          // What may be needed at any moment never scrolls away.
          <div className="treat-pinned">
            <HaltKeys cell={current?.number ?? null} />
            <div>
              <h2 id="pain-label">
                Pain now (0–10){' '}
                <span className="quiet-inline">
                  {lastPain === undefined
                    ? 'not asked yet'
                    : `${lastPain.score} at ${clockText(lastPain.at, clinic.timeZone)}`}
                </span>
                {asks ? (
                  <>
                    {' '}
                    <span className="tag tag-care">ask now</span>
                  </>
                ) : null}
              </h2>
              <PainKeys
                labelledBy="pain-label"
                value={lastPain?.score ?? null}
                disabled={!begun || ended}
                onScore={score}
              />
              <h2 id="marks-label">Skin response</h2>
              <MarkKeys
                labelledBy="marks-label"
                job={area.job}
                pressed={run.marks.map(({ mark }) => mark)}
                disabled={!begun || ended}
                onMark={(mark) =>
                  MARK_MEANING[mark] === 'adverse'
                    ? void add({ kind: 'markSeen', mark }, { kind: 'stopped' })
                    : void add({ kind: 'markSeen', mark })
                }
              />
            </div>
          </div>
        }
        // Enter means one thing at a time: to start, then that a cell is done. It never ends a treatment.
        enter={!begun || (running && current !== null)}
        {...(begun && !ended && current === null ? { letter: ROOM_KEYS.end } : {})}
        disabled={(!begun && faults.length > 0) || (halted && current !== null)}
        action={footAction(run.state, current)}
        onAction={() => {
          if (ended) void navigate(pathOf('watch'));
          else if (!begun) {
            startedMs.current = Date.now();
            const cell = cells[0]?.number ?? 1;
            void add({ kind: 'treatmentStarted' }, { kind: 'cellChosen', cell });
          } else if (current === null) end();
          // A second tap on “Start” ends no cell; after a pulse it is none, however soon it comes.
          else if (running && !(untouched && isSecondTap(startedMs.current, Date.now()))) {
            endCell('done');
          }
        }}
      >
        <span data-testid="kept">
          {unsent === 0 ? 'Saved on the server' : `Saved here, ${unsent} to send`}
        </span>
        {all.length > 0 && run.lastPress !== null ? (
          <KeyButton letter={ROOM_KEYS.undo} small onPress={undo}>
            Undo last press
          </KeyButton>
        ) : null}
        {begun && !ended && current !== null ? (
          <KeyButton letter={ROOM_KEYS.end} small onPress={end}>
            End treatment
          </KeyButton>
        ) : null}
        {ended && record.sentHome === null ? (
          <KeyButton letter={ROOM_KEYS.handOver} small onPress={() => setReopening(true)}>
            Reopen treatment
          </KeyButton>
        ) : null}
        {halted ? (
          <KeyButton letter={ROOM_KEYS.handOver} small onPress={() => setHanding(true)}>
            Hand over
          </KeyButton>
        ) : null}
        <KeyButton letter={ROOM_KEYS.list} small onPress={() => setListing(true)}>
          Keys
        </KeyButton>
        {run.setting === null ? null : (
          <span className="visually-hidden">
            Setting {fluenceText(run.setting)}, {spotText(run.setting.spot)}
          </span>
        )}
      </StageFoot>
      {listing ? <KeyList onClose={() => setListing(false)} /> : null}
      {ending ? (
        <EndDialog
          open={left}
          all={cells.length}
          pulses={{ given: session.givenPulses, planned: session.plannedPulses }}
          onEnd={() => {
            setEnding(false);
            endNow();
          }}
          onClose={() => setEnding(false)}
        />
      ) : null}
      {reopening ? (
        <ReopenDialog
          onReopen={(reason) => {
            setReopening(false);
            void add({ kind: 'treatmentReopened', reason });
          }}
          onClose={() => setReopening(false)}
        />
      ) : null}
      {handing ? <HandOver onClose={() => setHanding(false)} /> : null}
      {changing && area.job === 'hair' ? (
        <ChangeSetting onClose={() => setChanging(false)} />
      ) : null}
      {changing && area.job === 'ink' ? (
        <ChangeInkSetting onClose={() => setChanging(false)} />
      ) : null}
    </>
  );
}
