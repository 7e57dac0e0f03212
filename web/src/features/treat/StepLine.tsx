import type { CellLimit } from '@tidy-quill/core/plan';
import { figure, sentence, STEP_WORDS } from '../../text';
import { KeyButton } from '../../widgets/KeyButton';
import { useOpenVisit } from '../visit/use-visit';
import type { Session } from './use-session';

const LIMIT_WORDS: Readonly<Record<CellLimit['because'], { place: string; care: string }>> = {
  bony: { place: 'Bony or thin', care: 'one pass' },
  mucosal: { place: 'Mucosal', care: 'one pulse a place, or leave it out' },
};

/** What the step rule makes of what was read, to be taken or left by one press; the reason is kept either way. */
export function StepLine({ session }: { session: Session }) {
  const { add } = useOpenVisit();
  const { next, run, limit } = session;
  const setting = run.setting;
  if (setting === null || run.state === 'notStarted' || run.state === 'ended') return null;
  const now = setting.fluenceJcm2;
  const use = (fluenceJcm2: number, reason: string) =>
    void add({ kind: 'settingChanged', setting: { ...setting, fluenceJcm2 }, reason });
  if (limit !== null && now > limit.fluenceJcm2) {
    const { place, care } = LIMIT_WORDS[limit.because];
    return (
      <div className="step-line is-care">
        <p>
          {place} here: {care}, not above{' '}
          <strong className="figures">{figure(limit.fluenceJcm2, 2)} J/cm²</strong>.
        </p>
        <KeyButton letter="e" onPress={() => use(limit.fluenceJcm2, `${place} place`)}>
          {figure(limit.fluenceJcm2, 2)} J/cm² here
        </KeyButton>
      </div>
    );
  }
  if (next === null) return null;
  const { advice, wantedJcm2, fluenceJcm2, held } = next;
  const because = STEP_WORDS[advice.because];
  const declined = run.declined.at(-1)?.because === advice.because;
  if (fluenceJcm2 === now || declined) {
    return (
      <p className="step-line">
        {sentence(because)}
        {held === 'raisedToday' ? '; it rose once today already: hold' : ''}
        {held === 'limit' ? '; the limit is reached: hold' : ''}
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
      <KeyButton letter="e" onPress={() => use(fluenceJcm2, because)}>
        {figure(fluenceJcm2, 2)} J/cm²
      </KeyButton>
      {advice.factor > 0.85 ? (
        <KeyButton
          letter="q"
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
