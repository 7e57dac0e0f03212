import './plan.css';
import type { Handpiece, PlanCase, Setting } from '@tidy-quill/core/plan';
import { windowInput, workingSkin } from '@tidy-quill/core/plan';
import type { LightCheck } from '@tidy-quill/core/window';
import { Button, Progress } from 'antd';
import { defined } from '@tidy-quill/core/units';
import { figure } from '../../text';
import { LightCheckChart } from './LightCheckChart';
import { useLightCheck } from './use-light-check';

/** Runs the slow light solver for the setting at hand and lays both curves side by side. */
export function LightCheckPanel({
  plan,
  handpiece,
  setting,
}: {
  plan: PlanCase;
  handpiece: Handpiece;
  setting: Setting;
}) {
  const { state, run, cancel } = useLightCheck();
  const check = () => {
    const working = workingSkin(plan.subject);
    const input = windowInput(plan.subject, working, handpiece, setting, plan.protocol.techniques);
    const { light, skin, spot, surface } = input;
    return run({ light, skin, spot, surface });
  };
  return (
    <section className="light-check">
      {state.kind === 'failed' ? (
        <p role="alert">The check broke off. The plan does not need it; you may run it again.</p>
      ) : null}
      {state.kind === 'idle' || state.kind === 'failed' ? (
        <Button onClick={() => void check()}>Check with Monte Carlo</Button>
      ) : null}
      {state.kind === 'running' ? (
        <div className="light-check-running">
          <Progress
            percent={Math.round(state.done * 100)}
            aria-label="Monte Carlo, share done"
            size="small"
          />
          <Button size="small" onClick={cancel}>
            Cancel
          </Button>
        </div>
      ) : null}
      {state.kind === 'done' ? (
        <>
          <LightCheckChart check={state.check} />
          <p className="small">
            {figure(state.check.packets, 0)} packets of light; worst difference{' '}
            {figure(worst(state.check) * 100)} % where the ratio is above 0.03. Both without light
            that a plate sends back.
          </p>
          <Button size="small" onClick={cancel}>
            Close
          </Button>
        </>
      ) : null}
    </section>
  );
}

const worst = ({ fast, slow }: LightCheck) =>
  Math.max(
    ...fast.map((ratio, i) =>
      defined(slow[i]) > 0.03 ? Math.abs(ratio / defined(slow[i]) - 1) : 0,
    ),
  );
