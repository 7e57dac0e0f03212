import './plan.css';
import { stepDown } from '@tidy-quill/core/units';
import type {
  UncertaintyMap,
  Evaluation,
  Handpiece,
  PlanCase,
  Setting,
  WindowMap,
} from '@tidy-quill/core/plan';
import { useId, type MouseEvent } from 'react';
import { figure } from '../../text';
import { useHeldTop } from './use-held-top';
import { HEIGHT, mapScales, WIDTH } from './map-frame';
import { WindowMapGround } from './WindowMapGround';
import { PastMarks } from './WindowMapParts';

/**
 * Pulse duration × fluence for the handpiece, spot and cooling at hand: too little, works, too much, by
 * words and hatching; the uncertainty as a band; the protocol's row as a frame; steps as dots; past sessions
 * and the chosen point over all. A press takes the nearest step.
 */
export function WindowMapChart({
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
  map: WindowMap;
  uncertainty: UncertaintyMap | null;
  onPoint: (point: Pick<Setting, 'pulseMs' | 'fluenceJcm2'>) => void;
}) {
  const id = useId();
  const top = useHeldTop(handpiece.id, topFluence(handpiece, setting, evaluation));
  const { x, y, clampY } = mapScales(handpiece, top);
  const onPress = (event: MouseEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const pulse = x.from(((event.clientX - box.left) / box.width) * WIDTH);
    const wanted = y.from(((event.clientY - box.top) / box.height) * HEIGHT);
    const pulseMs = handpiece.pulsesMs.reduce((best, each) =>
      Math.abs(Math.log(each / pulse)) < Math.abs(Math.log(best / pulse)) ? each : best,
    );
    const fluenceJcm2 = stepDown(
      Math.max(wanted, handpiece.fluenceJcm2.min),
      handpiece.fluenceJcm2,
    );
    if (fluenceJcm2 !== null) onPoint({ pulseMs, fluenceJcm2 });
  };
  return (
    <figure className="window-map">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={described(setting, evaluation)}
        onClick={onPress}
      >
        <WindowMapGround
          id={id}
          handpiece={handpiece}
          top={top}
          map={map}
          uncertainty={uncertainty}
          row={evaluation.row}
        />
        <PastMarks plan={plan} setting={setting} x={x.to} y={clampY} />
        {ladder.slice(1).map((rung) => (
          <path
            key={rung}
            d={`M${x.to(setting.pulseMs) - 6},${clampY(rung)}h12`}
            className="map-rung"
          />
        ))}
        <circle
          cx={x.to(setting.pulseMs)}
          cy={clampY(setting.fluenceJcm2)}
          r={8}
          className="map-point"
        />
        <circle
          cx={x.to(setting.pulseMs)}
          cy={clampY(setting.fluenceJcm2)}
          r={3}
          fill="var(--ink)"
        />
      </svg>
      <figcaption>
        ⊙ chosen, — steps of the test-spot ladder, ✕ past sessions. Bands: how sure melanin, hair
        and contact are. An estimate, not tested on patients.
      </figcaption>
    </figure>
  );
}

function topFluence(handpiece: Handpiece, setting: Setting, { model, row }: Evaluation): number {
  const wanted = Math.max(
    setting.fluenceJcm2 * 1.4,
    (row?.fluenceJcm2.high ?? 0) * 1.25,
    (model?.ceilingJcm2 ?? 0) * 1.15,
  );
  return Math.max(10, Math.min(handpiece.fluenceJcm2.max * 1.05, wanted));
}

function described(setting: Setting, { model, upper }: Evaluation): string {
  if (model === null) return 'No model here';
  const floor = model.floorJcm2 === null ? 'none' : `${figure(model.floorJcm2)} J/cm²`;
  return `Window at ${figure(setting.pulseMs, 2)} ms: works from ${floor}, too much from ${figure(model.ceilingJcm2)} J/cm², not above ${figure(upper?.fluenceJcm2 ?? 0)}; chosen ${figure(setting.fluenceJcm2)}.`;
}
