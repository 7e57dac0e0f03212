import { Link } from 'react-router';
import { consentPath, useVisit } from '../visit/use-visit';

/** Why no photograph may be taken of the open zone, and the way to the consent that is missing. */
export function NoPhotographs() {
  const { pathOf } = useVisit('pathOf');
  return (
    <p className="small">
      No photographs: the client has not agreed to them for the record of this area.{' '}
      <Link to={consentPath(pathOf, 'photographs')}>Read and sign</Link>
    </p>
  );
}
