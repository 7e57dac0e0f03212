import { expose } from 'comlink';
import { Views } from '../planner/views';

/** The next turn of the worker's own loop: messages that wait are read before it. */
function turn(): Promise<void> {
  return new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });
}

const views = new Views(turn);

const planner = {
  open: views.open.bind(views),
  close: views.close.bind(views),
  view: views.view.bind(views),
  arrive: views.arrive.bind(views),
  leave: views.leave.bind(views),
};

export type PlannerWorker = typeof planner;

expose(planner);
