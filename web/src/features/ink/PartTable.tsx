import { INK_COLOURS, INK_DENSITIES, type InkColour, type InkPart } from '@tidy-quill/core/look';
import { ArrowUpOutlined } from '@ant-design/icons';
import { Button, Checkbox, InputNumber, Select } from 'antd';
import { defined } from '@tidy-quill/core/units';
import { INK_COLOUR_WORDS, INK_DENSITY_WORDS } from '../../text';

/** The parts of a design in the order in which they are treated. */
export function PartTable({
  parts,
  onParts,
}: {
  parts: readonly InkPart[];
  onParts: (parts: readonly InkPart[]) => void;
}) {
  if (parts.length === 0) return null;
  const put = (id: string, more: Partial<InkPart>) =>
    onParts(parts.map((part) => (part.id === id ? { ...part, ...more } : part)));
  const up = (index: number) =>
    onParts([
      ...parts.slice(0, index - 1),
      defined(parts[index]),
      defined(parts[index - 1]),
      ...parts.slice(index + 1),
    ]);
  return (
    <div className="wide-table">
      <table className="data-table is-still part-table">
        <thead>
          <tr>
            <th scope="col">Part</th>
            <th scope="col">Colour</th>
            <th scope="col">Density</th>
            <th scope="col">cm²</th>
            <th scope="col">
              <span className="visually-hidden">What to do with it</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {parts.map((part, index) => (
            <tr key={part.id}>
              <th scope="row" className="figures">
                {index + 1}{' '}
                {index === 0 ? null : (
                  <Button
                    size="small"
                    icon={<ArrowUpOutlined />}
                    aria-label={`Treat part ${index + 1} earlier`}
                    onClick={() => up(index)}
                  />
                )}
              </th>
              <td>
                <Select<InkColour>
                  aria-label={`Colour of part ${index + 1}`}
                  value={part.colour}
                  options={INK_COLOURS.map((each) => ({
                    value: each,
                    label: INK_COLOUR_WORDS[each],
                  }))}
                  onChange={(colour) => put(part.id, { colour })}
                />
              </td>
              <td>
                <Select<InkPart['density']>
                  aria-label={`Density of part ${index + 1}`}
                  value={part.density}
                  options={INK_DENSITIES.map((each) => ({
                    value: each,
                    label: INK_DENSITY_WORDS[each],
                  }))}
                  onChange={(density) => put(part.id, { density })}
                />
              </td>
              <td>
                <InputNumber
                  aria-label={`Size of part ${index + 1}`}
                  min={0.01}
                  max={2000}
                  step={0.5}
                  precision={2}
                  disabled={part.outline.length > 0}
                  value={part.areaCm2}
                  onChange={(areaCm2) => put(part.id, { areaCm2: areaCm2 ?? part.areaCm2 })}
                />
              </td>
              <td>
                <Checkbox
                  checked={part.leave}
                  onChange={({ target }) => put(part.id, { leave: target.checked })}
                >
                  kept
                </Checkbox>
                <Checkbox
                  checked={part.overMole}
                  onChange={({ target }) => put(part.id, { overMole: target.checked })}
                >
                  over a mole
                </Checkbox>
                <Button
                  size="small"
                  onClick={() => onParts(parts.filter(({ id }) => id !== part.id))}
                >
                  Remove<span className="visually-hidden"> part {index + 1}</span>
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
