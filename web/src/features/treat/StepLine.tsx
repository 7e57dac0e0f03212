import type { CellLimit } from '@tidy-quill/core/plan';
import { figure, fluenceText, sentence, STEP_WORDS } from '../../text';
import { KeyButton } from '../../widgets/KeyButton';
import { useVisit } from '../visit/use-visit';
import type { Session } from './use-session';
import { ROOM_KEYS } from './keys';

const LIMIT_WORDS: Readonly<Record<CellLimit['because'], { place: string; care: string }>> = {
  bony: { place: 'Bony or thin', care: 'one pass' },
  mucosal: { place: 'Mucosal', care: 'one pulse a place, or leave it out' },
};

/** What the step rule makes of what was read, to be taken or left by one press; the reason is kept either way. */
export function StepLine({ session }: { session: Session }) {
  const { add } = useVisit('add');
  const { next, run, limit } = session;
  const setting = run.setting;
  if (setting === null || run.state === 'notStarted' || run.state === 'ended') return null;
  const now = setting.fluenceJcm2;
  const at = (fluenceJcm2: number) => fluenceText({ ...setting, fluenceJcm2 });
  const use = (fluenceJcm2: number, reason: string, forCell?: number) => {
    const cell = forCell === undefined ? {} : { forCell };
    void add({ kind: 'settingChanged', setting: { ...setting, fluenceJcm2 }, reason, ...cell });
  };
  if (limit !== null && (limit.fluenceJcm2 === null || now > limit.fluenceJcm2)) {
    const { place, care } = LIMIT_WORDS[limit.because];
    const limitJcm2 = limit.fluenceJcm2;
    if (limitJcm2 === null) {
      return (
        <p className="step-line is-care">
          {place} here: {care}, and this console has no lower step. Leave it out, or change spot,
          pulse or handpiece.
        </p>
      );
    }
    return (
      <div className="step-line is-care">
        <p>
          {place} here: {care}, not above <strong className="figures">{at(limitJcm2)}</strong>.
        </p>
        <KeyButton
          letter={ROOM_KEYS.takeStep}
          onPress={() => use(limitJcm2, `${place} place`, session.current?.number)}
        >
          {at(limitJcm2)} here
        </KeyButton>
      </div>
    );
  }
  const { backToJcm2 } = session;
  if (limit === null && backToJcm2 !== null) {
    return (
      <div className="step-line is-care">
        <p>
          <strong className="figures">{at(now)}</strong> was for the cell before.
        </p>
        <KeyButton
          letter={ROOM_KEYS.takeStep}
          onPress={() => use(backToJcm2, 'Back to the zone’s setting')}
        >
          Back to {at(backToJcm2)}
        </KeyButton>
      </div>
    );
  }
  if (next === null) return null;
  const { advice, wantedJcm2, fluenceJcm2, held, stepShare } = next;
  const because = STEP_WORDS[advice.because];
  const declined = run.declined.at(-1)?.because === advice.because;
  if (fluenceJcm2 === null) {
    return (
      <p className="step-line is-care">
        {sentence(because)}: {figure(now, 2)} × {advice.factor} = {figure(wantedJcm2, 2)}. This
        console has no lower step: stop, and change spot, pulse or handpiece.
      </p>
    );
  }
  if (fluenceJcm2 === now || declined) {
    return (
      <p className="step-line">
        {sentence(because)}
        {held === 'raisedToday' ? '; it rose once today already: hold' : ''}
        {held === 'limit' ? '; the limit is reached: hold' : ''}
        {held === 'stepTooLarge' && stepShare !== null
          ? `; the next step would be + ${figure(stepShare * 100, 0)} %, more than a tenth: hold`
          : ''}
        {declined ? '; kept as it is by you' : ''}.
      </p>
    );
  }
  return (
    <div className="step-line is-care">
      <p>
        {sentence(because)}:{' '}
        <span className="figures">
          {figure(now, 2)} × {advice.factor} = {figure(wantedJcm2, 2)}
        </span>
      </p>
      <KeyButton letter={ROOM_KEYS.takeStep} onPress={() => use(fluenceJcm2, because)}>
        {at(fluenceJcm2)}
      </KeyButton>
      {advice.factor > 0.85 ? (
        <KeyButton
          letter={ROOM_KEYS.keepSetting}
          onPress={() =>
            void add({
              kind: 'stepDeclined',
              because: advice.because,
              reason: 'Kept by the technician’s judgement',
            })
          }
        >
          Keep {figure(now, 2)}
        </KeyButton>
      ) : null}
    </div>
  );
}
