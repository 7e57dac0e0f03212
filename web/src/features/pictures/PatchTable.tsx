import { PRINTED_AS_MEANT, type CardPrint, type LinearRgb } from '@tidy-quill/core/picture';
import { figure } from '../../text';
import { PATCH_WORDS } from './print-words';

/** The patches of the card: as they are meant, and as a printer made them where that was measured. */
export function PatchTable({ print }: { print: CardPrint | null }) {
  const made = print === null ? [] : patchesOf(print);
  return (
    <table className="data-table patch-table">
      <thead>
        <tr>
          <th scope="col">Patch</th>
          <th scope="col" className="figures">
            As meant, % of light reflected
          </th>
          <th scope="col" className="figures">
            As printed here, % of red / green / blue
          </th>
        </tr>
      </thead>
      <tbody>
        {patchesOf(PRINTED_AS_MEANT).map((meant, each) => (
          <tr key={PATCH_WORDS[each]}>
            <th scope="row">{PATCH_WORDS[each]}</th>
            <td className="figures">{meantText(meant)}</td>
            <td className="figures">{print === null ? 'not measured' : rgbText(made[each])}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const patchesOf = ({ greys, colours }: CardPrint): readonly LinearRgb[] => [...greys, ...colours];

const rgbText = (rgb: LinearRgb | undefined): string =>
  (rgb ?? []).map((value) => figure(100 * value)).join(' / ');

/** One figure where all three are the same. */
const meantText = (rgb: LinearRgb): string =>
  rgb[0] === rgb[1] && rgb[1] === rgb[2] ? figure(100 * rgb[0]) : rgbText(rgb);
