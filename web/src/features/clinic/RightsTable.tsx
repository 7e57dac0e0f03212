import { ROLES } from '@tidy-quill/contract/auth';
import { RIGHT_ROLES, RIGHTS } from '@tidy-quill/core/access';
import { RIGHT_WORDS, ROLE_WORDS } from '../../text';

/** Who has which right, as the server asks. */
export function RightsTable() {
  return (
    <table className="data-table is-still">
      <thead>
        <tr>
          <th scope="col">Right</th>
          {ROLES.map((role) => (
            <th key={role} scope="col">
              {ROLE_WORDS[role]}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {RIGHTS.map((right) => (
          <tr key={right}>
            <th scope="row">{RIGHT_WORDS[right]}</th>
            {ROLES.map((role) => (
              <td key={role}>{RIGHT_ROLES[right].includes(role) ? '✓ yes' : '–'}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
