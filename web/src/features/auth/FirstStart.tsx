import './first-start.css';
import { useSetupOpenQuery } from '../setup/setup-api';

/** Where somebody may begin a clinic of their own, beside the demo that may be looked round; nothing where nobody may. */
export function FirstStart() {
  const { data } = useSetupOpenQuery();
  if (data?.open !== true) return null;
  return (
    <section className="first-start" aria-label="First start">
      <p>
        <a href="/setup">Set up your clinic</a>
        {data.demo
          ? ', or look round the demo: sign in as idony, caspian or morwenna with “quill and candle”.'
          : ''}
      </p>
    </section>
  );
}
