import './plan.css';
import type {
  UncertaintyMap,
  Evaluation,
  Handpiece,
  PlanCase,
  Setting,
  WindowMap,
} from '@tidy-quill/core/plan';
import { Skeleton } from 'antd';
import { MODEL_SILENCE_WORDS } from '../../text';
import { Notice } from '../../widgets/Notice';
import { WindowMapChart } from './WindowMapChart';

/** The window map of the handpiece and spot at hand, or why there is none. */
export function ModelView({
  plan,
  handpiece,
  setting,
  evaluation,
  ladder,
  map,
  uncertainty,
  onPoint,
}: {
  plan: PlanCase;
  handpiece: Handpiece;
  setting: Setting;
  evaluation: Evaluation;
  ladder: readonly number[];
  /** Null until it is worked out. */
  map: WindowMap | null;
  uncertainty: UncertaintyMap | null;
  onPoint: (point: Pick<Setting, 'pulseMs' | 'fluenceJcm2'>) => void;
}) {
  if (evaluation.modelSilence !== null) {
    return (
      <Notice kind="care" title="The model gives no number here">
        <p>{MODEL_SILENCE_WORDS[evaluation.modelSilence]}</p>
      </Notice>
    );
  }
  if (map === null) return <Skeleton active paragraph={{ rows: 6 }} />;
  return (
    <WindowMapChart
      plan={plan}
      handpiece={handpiece}
      setting={setting}
      evaluation={evaluation}
      ladder={ladder}
      map={map}
      uncertainty={uncertainty}
      onPoint={onPoint}
    />
  );
}
