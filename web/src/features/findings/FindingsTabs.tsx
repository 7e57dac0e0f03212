import { hasRight } from '@tidy-quill/core/access';
import { NavLink } from 'react-router';
import { useSignedIn } from '../../app/clinic-context';

/** The parts of Findings that whoever is signed in may open. */
export function FindingsTabs() {
  const { staff } = useSignedIn();
  return (
    <nav className="findings-tabs" aria-label="Findings">
      {hasRight(staff.role, 'readFindings') ? (
        <>
          <NavLink className="tab-link" to="/findings" end>
            Sessions
          </NavLink>
          <NavLink className="tab-link" to="/findings/protocol">
            Protocol review
          </NavLink>
          <NavLink className="tab-link" to="/findings/reactions">
            Reactions
          </NavLink>
        </>
      ) : null}
      <NavLink className="tab-link" to="/findings/trials">
        Trials
      </NavLink>
      <NavLink className="tab-link" to="/findings/incidents">
        Incidents
      </NavLink>
    </nav>
  );
}
