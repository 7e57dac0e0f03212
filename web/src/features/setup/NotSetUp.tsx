import { Link } from 'react-router';
import { Notice } from '../../widgets/Notice';
import { useSetupStepsQuery } from './setup-api';

/** That this clinic cannot treat anybody yet, and where to see why; nothing once it can. */
export function NotSetUp() {
  const { data } = useSetupStepsQuery();
  if (data === undefined || data.ready) return null;
  const done = data.steps.filter((step) => step.done).length;
  return (
    <Notice kind="info" title="This clinic is being set up">
      <p>
        {done} of {data.steps.length} things are done.{' '}
        <Link to="/clinic/setup">What is missing before the first client</Link>
      </p>
    </Notice>
  );
}
