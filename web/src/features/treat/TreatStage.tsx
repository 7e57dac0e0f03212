import { HAIR_MARKS, MARK_MEANING, PAIN_SCORES, painMeaning } from '@tidy-quill/core/reaction';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { clockText, figure, MARK_WORDS, spotText } from '../../text';
import { useSignedIn } from '../../app/clinic-context';
import { KeyButton } from '../../widgets/KeyButton';
import { Notice } from '../../widgets/Notice';
import { StageFoot } from '../visit/StageFoot';
import { useOpenVisit } from '../visit/use-visit';
import { ChangeSetting } from './ChangeSetting';
import { KeyList } from './KeyList';
import { MARK_KEYS, PAIN_KEYS, PULSE_STEPS } from './keys';
import { RunStateCard } from './RunStateCard';

/** In the room: one press logs one thing, at once. */
export function TreatStage() {
  const { record, add, unsent, all, pathOf } = useOpenVisit();
  const { clinic } = useSignedIn();
  const navigate = useNavigate();
  const [listing, setListing] = useState(false);
  const [changing, setChanging] = useState(false);
  const { run, plan } = record;
  const running = run.state === 'running';
  const begun = run.startedAt !== null;
  const ended = run.state === 'ended';
  const lastPain = run.pains.at(-1);
  const halted = run.state === 'paused' || run.state === 'stopped';
  const planned = plan?.expectedPulses ?? 0;
  const undo = () => {
    if (run.lastPress !== null) void add({ kind: 'undone', eventId: run.lastPress.id });
  };
  const score = (value: number) =>
    painMeaning(value) === 'stop'
      ? void add({ kind: 'painScored', score: value }, { kind: 'stopped' })
      : void add({ kind: 'painScored', score: value });
  return (
    <>
      <div className="stage treat">
        <div className="treat-count">
          <p className="count" aria-live="polite">
            <span className="figure-huge" data-testid="pulse-count">
              {figure(run.pulses, 0)}
            </span>{' '}
            of {figure(planned, 0)} pulses · {run.passes === 1 ? '1 pass' : `${run.passes} passes`}
          </p>
          {run.startedAt === null ? null : (
            <p className="quiet">
              Begun {clockText(run.startedAt, clinic.timeZone)}
              {halted
                ? `, ${run.state}. You were at ${figure(run.pulses, 0)} of ${figure(planned, 0)} pulses.`
                : ''}
            </p>
          )}
          <div className="pulse-keys">
            {PULSE_STEPS.map(({ count, key }) => (
              <KeyButton
                key={count}
                letter={key}
                disabled={!running}
                onPress={() => void add({ kind: 'pulsesFired', count })}
              >
                + {count} {count === 1 ? 'pulse' : 'pulses'}
              </KeyButton>
            ))}
            <KeyButton
              letter="v"
              disabled={!running}
              onPress={() => void add({ kind: 'passDone' })}
            >
              Pass done
            </KeyButton>
          </div>
        </div>
        <RunStateCard onChange={() => setChanging(true)} />
      </div>
      <h2 id="pain-label">
        How strong is it, 0 to 10?{' '}
        <span className="quiet-inline">
          {lastPain === undefined
            ? 'not asked yet'
            : `${lastPain.score} at ${clockText(lastPain.at, clinic.timeZone)}`}
        </span>
      </h2>
      <div className="pain-keys" role="group" aria-labelledby="pain-label">
        {PAIN_SCORES.map((value) => (
          <KeyButton
            key={value}
            letter={PAIN_KEYS[value]!}
            kind={{ goOn: 'plain', slowDown: 'care', stop: 'stop' }[painMeaning(value)] as 'plain'}
            pressed={lastPain?.score === value}
            disabled={!begun || ended}
            onPress={() => score(value)}
          >
            {value}
          </KeyButton>
        ))}
      </div>
      <h2 id="marks-label">What does the skin show?</h2>
      <div className="mark-keys" role="group" aria-labelledby="marks-label">
        {HAIR_MARKS.map((mark) => (
          <KeyButton
            key={mark}
            letter={MARK_KEYS[mark]}
            kind={
              { right: 'plain', none: 'plain', strong: 'care', adverse: 'stop' }[
                MARK_MEANING[mark]
              ] as 'plain'
            }
            pressed={run.marks.some((each) => each.mark === mark)}
            disabled={!begun || ended}
            onPress={() =>
              MARK_MEANING[mark] === 'adverse'
                ? void add({ kind: 'markSeen', mark }, { kind: 'stopped' })
                : void add({ kind: 'markSeen', mark })
            }
          >
            {MARK_WORDS[mark]}
          </KeyButton>
        ))}
      </div>
      {run.state === 'stopped' ? <StopCauses /> : null}
      <StageFoot
        action={footAction(run.state)}
        disabled={running && run.pulses === 0}
        onAction={() => {
          if (ended) void navigate(pathOf('watch'));
          else if (!begun) void add({ kind: 'treatmentStarted' });
          else void add({ kind: 'treatmentEnded' }).then(() => navigate(pathOf('watch')));
        }}
      >
        <span data-testid="kept">
          {unsent === 0 ? 'Kept here and on the server' : `Kept here, ${unsent} to be sent`}
        </span>
        {all.length > 0 && run.lastPress !== null ? (
          <KeyButton letter="u" small onPress={undo}>
            Undo last press
          </KeyButton>
        ) : null}
        <KeyButton letter="?" small onPress={() => setListing(true)}>
          Keys
        </KeyButton>
        {run.setting === null ? null : (
          <span className="visually-hidden">
            Setting {figure(run.setting.fluenceJcm2)} J/cm², {spotText(run.setting.spot)}
          </span>
        )}
      </StageFoot>
      {listing ? <KeyList onClose={() => setListing(false)} /> : null}
      {changing ? <ChangeSetting onClose={() => setChanging(false)} /> : null}
    </>
  );
}

function footAction(state: string): string {
  if (state === 'notStarted') return 'Start treatment';
  return state === 'ended' ? 'Go to Watch' : 'End treatment';
}

function StopCauses() {
  return (
    <Notice kind="stop" title="Stopped: console to standby, then find the cause">
      <p>
        Too much fluence? Too short a pulse? Poor contact or a warm tip? A tan nobody saw? Cool the
        skin. Go on only with a lower setting, or end the treatment.
      </p>
    </Notice>
  );
}
