import type { Handpiece, PlanCase, Setting } from '@tidy-quill/core/plan';
import { windowInput, workingSkin } from '@tidy-quill/core/plan';
import type { LightCheck } from '@tidy-quill/core/window';
import { Button, Progress } from 'antd';
import { proxy, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { figure } from '../../text';
import type { LightWorker } from '../../workers/light';
import { LightCheckChart } from './LightCheckChart';

type State =
  | { readonly kind: 'idle' }
  | { readonly kind: 'running'; readonly done: number }
  | { readonly kind: 'done'; readonly check: LightCheck };

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
  const [state, setState] = useState<State>({ kind: 'idle' });
  const worker = useRef<Worker | null>(null);
  const cancel = () => {
    worker.current?.terminate();
    worker.current = null;
    setState({ kind: 'idle' });
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const run = async () => {
    const own = new Worker(new URL('../../workers/light.ts', import.meta.url), { type: 'module' });
    worker.current = own;
    setState({ kind: 'running', done: 0 });
    const working = workingSkin(plan.subject);
    const input = windowInput(plan.subject, working, handpiece, setting, plan.protocol.techniques);
    const { light, skin, spot, surface } = input;
    const onProgress = proxy((done: number) => {
      if (worker.current === own) setState({ kind: 'running', done });
    });
    const check = await wrap<LightWorker>(own).check({ light, skin, spot, surface }, onProgress);
    own.terminate();
    if (worker.current === own) setState({ kind: 'done', check });
  };
  return (
    <section className="light-check">
      {state.kind === 'idle' ? (
        <Button onClick={() => void run()}>Check with Monte Carlo</Button>
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
  Math.max(...fast.map((ratio, i) => (slow[i]! > 0.03 ? Math.abs(ratio / slow[i]! - 1) : 0)));
