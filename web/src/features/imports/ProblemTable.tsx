import type { SheetProblem } from '@tidy-quill/contract/import-file';
import { countText } from '../../text';

const SHOWN = 200;

/** What cannot be taken of a file, by row and column. */
export function ProblemTable({ problems }: { problems: readonly SheetProblem[] }) {
  return (
    <section aria-label="What cannot be taken" className="import-problems">
      <h2>{countText(problems.length, 'cell')} cannot be taken</h2>
      <table className="data-table">
        <thead>
          <tr>
            <th scope="col">Row</th>
            <th scope="col">Column</th>
            <th scope="col">It says</th>
            <th scope="col">What is wrong</th>
          </tr>
        </thead>
        <tbody>
          {problems.slice(0, SHOWN).map(({ row, column, says, problem }, index) => (
            <tr key={index}>
              <td className="figures">{row === 0 ? '' : row}</td>
              <th scope="row">{column}</th>
              <td>{says === '' ? 'nothing' : `“${says}”`}</td>
              <td>{problem}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {problems.length > SHOWN ? <p>And {problems.length - SHOWN} more.</p> : null}
    </section>
  );
}
