import type { Handpiece, PlanCase, Setting } from '@tidy-quill/core/plan';
import { memo } from 'react';
import type { View } from '../../planner/answers';
import { lazily } from '../../widgets/lazily';
import { AlternativeChoice } from './AlternativeChoice';
import { Cautions } from './Cautions';
import { LimitBars } from './LimitBars';
import { ModelFigures } from './ModelFigures';
import { ModelView } from './ModelView';
import { WhyStart } from './WhyStart';

const ChanceCurves = lazily(async () => (await import('./ChanceCurves')).ChanceCurves);
const Chances = lazily(async () => (await import('./Chances')).Chances);

/** What follows from a setting, and that very setting: figures of one never stand beside those of another. */
interface Answer {
  readonly plan: PlanCase;
  readonly view: View;
  readonly setting: Setting;
}

/** The window map, what may be expected, why it starts there, what to mind. */
export const AnsweredWays = memo(function AnsweredWays({
  plan,
  view: { evaluation, alternatives, map, uncertainty },
  setting,
  handpiece,
  ladder,
  onChange,
  onPoint,
}: Answer & {
  handpiece: Handpiece;
  ladder: readonly number[];
  onChange: (setting: Setting) => void;
  /** A press on the map. */
  onPoint: (point: Pick<Setting, 'pulseMs' | 'fluenceJcm2'>) => void;
}) {
  if (evaluation === null) return null;
  const { model, learnt, limits } = evaluation;
  return (
    <>
      <ModelView
        plan={plan}
        handpiece={handpiece}
        setting={setting}
        evaluation={evaluation}
        ladder={ladder}
        map={map}
        uncertainty={uncertainty}
        onPoint={onPoint}
      />
      {model === null || learnt === null ? null : (
        <ChanceCurves
          model={model}
          learnt={learnt}
          fluenceJcm2={setting.fluenceJcm2}
          riskJcm2={limits?.risk ?? null}
        />
      )}
      <WhyStart evaluation={evaluation} setting={setting} ladder={ladder} />
      {alternatives === null ? null : (
        <AlternativeChoice alternatives={alternatives} handpiece={handpiece} onChange={onChange} />
      )}
      <Cautions evaluation={evaluation} />
      <ModelFigures evaluation={evaluation} setting={setting} />
    </>
  );
});

/** The limits, and what may be expected of the fluence. */
export const AnsweredLimits = memo(function AnsweredLimits({
  view: { evaluation, lesson, uncertainty },
  setting,
}: Omit<Answer, 'plan'>) {
  if (evaluation === null) return null;
  return (
    <>
      <LimitBars evaluation={evaluation} setting={setting} uncertainty={uncertainty} />
      <Chances evaluation={evaluation} fluenceJcm2={setting.fluenceJcm2} lesson={lesson} />
    </>
  );
});
