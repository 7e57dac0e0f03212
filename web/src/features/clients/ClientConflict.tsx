import { Button } from 'antd';
import { Notice } from '../../widgets/Notice';

/** What somebody else saved meanwhile beside what was typed, to go on with either. */
export function ClientConflict({
  rows,
  onMine,
  onTheirs,
}: {
  rows: readonly { readonly label: string; readonly mine: string; readonly theirs: string }[];
  onMine: () => void;
  onTheirs: () => void;
}) {
  return (
    <Notice kind="care" title="Somebody else changed this client meanwhile">
      <table className="data-table">
        <thead>
          <tr>
            <th scope="col">Field</th>
            <th scope="col">Yours</th>
            <th scope="col">Theirs</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ label, mine, theirs }) => (
            <tr key={label}>
              <th scope="row">{label}</th>
              <td>{mine}</td>
              <td>{theirs}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Button onClick={onMine}>Keep yours, then save</Button>{' '}
      <Button onClick={onTheirs}>Take theirs</Button>
    </Notice>
  );
}
