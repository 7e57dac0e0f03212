import type { LeftOut, Proposal, Setting } from '@tidy-quill/core/plan';
import { figure, minutesText, refusalText, TECHNIQUE_WORDS } from '../../text';
import { useOpenVisit } from '../visit/use-visit';

/** Every way to treat the area, best first; below, what was left out and why. */
export function WaysTable({
  proposals,
  leftOut,
  chosen,
  onChoose,
}: {
  proposals: readonly Proposal[];
  leftOut: readonly LeftOut[];
  chosen: Setting | null;
  onChoose: (setting: Setting) => void;
}) {
  const { catalogue } = useOpenVisit();
  const name = (id: string) => catalogue.handpieces.find((each) => each.id === id)?.name ?? id;
  return (
    <>
      <table className="ledger ways">
        <caption>Ways to treat this area, best first</caption>
        <thead>
          <tr>
            <th scope="col">Handpiece</th>
            <th scope="col" className="is-figure">
              Pulse
            </th>
            <th scope="col" className="is-figure">
              Start
            </th>
            <th scope="col" className="is-figure">
              Not above
            </th>
            <th scope="col" className="is-figure">
              Pulses
            </th>
            <th scope="col" className="is-figure">
              Time
            </th>
          </tr>
        </thead>
        <tbody>
          {proposals.map(({ setting, evaluation }) => {
            const isChosen = chosen !== null && sameWay(setting, chosen);
            return (
              <tr
                key={`${setting.handpieceId} ${setting.technique}`}
                className={isChosen ? 'is-chosen' : undefined}
                onClick={() => onChoose(setting)}
              >
                <th scope="row">
                  <button
                    type="button"
                    className="row-button"
                    aria-pressed={isChosen}
                    onClick={(event) => {
                      event.stopPropagation();
                      onChoose(setting);
                    }}
                  >
                    {isChosen ? '✓ ' : ''}
                    {name(setting.handpieceId)}
                    <span className="quiet">{TECHNIQUE_WORDS[setting.technique]}</span>
                  </button>
                </th>
                <td className="is-figure figures">{figure(setting.pulseMs, 2)} ms</td>
                <td className="is-figure figures">{figure(setting.fluenceJcm2)} J/cm²</td>
                <td className="is-figure figures">
                  {figure(evaluation.upper!.fluenceJcm2!)} J/cm²
                </td>
                <td className="is-figure figures">{figure(evaluation.work.pulses, 0)}</td>
                <td className="is-figure figures">{minutesText(evaluation.work.minutes)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {leftOut.length === 0 ? null : (
        <details className="left-out">
          <summary>
            {leftOut.length === 1 ? '1 way is left out' : `${leftOut.length} ways are left out`}
          </summary>
          <ul>
            {leftOut.map(({ handpieceId, technique, refusal }) => (
              <li key={`${handpieceId} ${technique}`}>
                {name(handpieceId)}, {TECHNIQUE_WORDS[technique]}: {refusalText(refusal)}
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

const sameWay = (one: Setting, other: Setting) =>
  one.handpieceId === other.handpieceId && one.technique === other.technique;
