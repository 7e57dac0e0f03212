import './pictures.css';
import type { InkPart } from '@tidy-quill/core/look';
import {
  coloursFaded,
  type Box,
  type ColourFaded,
  type Pair,
  type PartFaded,
  type TracedPart,
} from '@tidy-quill/core/picture';
import { Button, InputNumber } from 'antd';
import { useState, type ReactNode } from 'react';
import { figure, INK_COLOUR_WORDS } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import { Notice } from '../../widgets/Notice';
import {
  BUSY_WORDS,
  INK_NOT_MEASURABLE_WORDS,
  NOT_OVERLAID_WORDS,
  WAYS,
  type Way,
} from './compare-words';
import { AtWork } from './AtWork';
import { Landmarks } from './Landmarks';
import { OverlaidPair, type ShownPart } from './OverlaidPair';
import { useComparison, type PictureAsked, type ShownPair } from './use-comparison';

/** A picture that is compared: which, what is said of it, and how wide it is on the skin where that is known, mm. */
export interface Compared extends PictureAsked {
  readonly caption: string;
}

/** A design as it is traced over its first picture, cm. */
export interface Traced {
  readonly photoId: string;
  readonly widthCm: number;
  readonly parts: readonly InkPart[];
}

const NONE: readonly Pair[] = [];

/** Two pictures of a place, one over the other: looked at, and measured where a design is traced in the first. */
export function CompareBoard({
  first,
  now,
  traced,
  window = null,
  actions = null,
  onMeasured,
}: {
  first: Compared;
  now: Compared;
  traced: Traced | null;
  /** Where hair was counted in the first, px. */
  window?: Box | null | undefined;
  /** What else can be done with these pictures. */
  actions?: ReactNode;
  /** Where what is measured can be taken over; absent where it is only looked at. */
  onMeasured?: (colours: readonly ColourFaded[], residualMm: number) => void;
}) {
  const [way, setWay] = useState<Way>('side');
  const [marked, setMarked] = useState(true);
  const pairKey = `${first.id} ${now.id}`;
  const [marks, setMarks] = useState<{ readonly of: string; readonly pairs: readonly Pair[] }>();
  const [markingOf, setMarkingOf] = useState<string | null>(null);
  const landmarks = marks?.of === pairKey ? marks.pairs : NONE;
  const marking = markingOf === pairKey;
  const [widths, setWidths] = useState<Readonly<Record<string, number>>>({});
  const [measured, setMeasured] = useState<{
    readonly of: ShownPair;
    readonly faded: readonly PartFaded[];
  } | null>(null);
  const asked = ({ id, widthMm }: Compared) => ({ id, widthMm: widths[id] ?? widthMm });
  const { opened, shown, refused, busy, share, problem, measureInk, stop } = useComparison(
    asked(first),
    asked(now),
    landmarks,
  );
  const captions = { first: first.caption, now: now.caption };
  const parts = opened === null ? [] : tracedParts(traced, first.id, opened.first.width);
  const faded = shown !== null && measured?.of === shown ? measured.faded : null;
  const measure = async () => {
    const found = await measureInk(parts);
    if (found === null || shown === null) return;
    setMeasured({ of: shown, faded: found });
    onMeasured?.(coloursFaded(parts, found), shown.residualMm);
  };
  return (
    <div className="compare">
      <div className="picture-actions">
        <Choice label="Look" words={WAYS} value={way} onChange={setWay} />
        <Button aria-pressed={marked} onClick={() => setMarked(!marked)}>
          {marked ? 'Hide what is drawn over it' : 'Show what is drawn over it'}
        </Button>
        <Button disabled={opened === null || marking} onClick={() => setMarkingOf(pairKey)}>
          Set landmarks…
        </Button>
        {actions}
        {parts.length > 0 && shown !== null && faded === null ? (
          <Button type="primary" disabled={busy !== null} onClick={() => void measure()}>
            Measure the ink
          </Button>
        ) : null}
        {busy === null ? null : <AtWork word={BUSY_WORDS[busy]} share={share} onStop={stop} />}
      </div>
      {problem === null ? null : (
        <p className="field-error" role="alert">
          {problem}
        </p>
      )}
      {refused === null || marking ? null : (
        <Notice kind="care" title="Not laid over each other">
          <p role="alert">
            {NOT_OVERLAID_WORDS[refused.refused]}
            {refused.residualMm === null ? '' : ` Here it is ${figure(refused.residualMm)} mm.`}
          </p>
        </Notice>
      )}
      {refused?.refused === 'noScale' && opened !== null ? (
        <div className="picture-actions">
          {[first, now].map((each) =>
            (each.id === first.id ? opened.first : opened.now).card === null ? (
              <WidthField
                key={each.id}
                caption={each.caption}
                value={widths[each.id] ?? each.widthMm}
                onWidth={(mm) => setWidths({ ...widths, [each.id]: mm })}
              />
            ) : null,
          )}
        </div>
      ) : null}
      {marking && opened !== null ? (
        <Landmarks
          ids={{ first: first.id, now: now.id }}
          opened={opened}
          captions={captions}
          onDone={(pairs) => {
            setMarks({ of: pairKey, pairs });
            setMarkingOf(null);
          }}
          onClose={() => setMarkingOf(null)}
        />
      ) : null}
      {shown === null || marking ? null : (
        <>
          <OverlaidPair
            pair={shown}
            way={way}
            captions={captions}
            parts={marked ? shownParts(parts, opened?.first.width ?? 1, shown) : []}
            window={marked ? shownWindow(window, opened?.first.width ?? 1, shown) : null}
          />
          <p className="figures small" role="status">
            Same scale, {figure(shown.pxPerMm)} pixels a mm; laid over each other by {shown.places}{' '}
            places within {figure(shown.residualMm, 2)} mm;{' '}
            {shown.colour === 'cards'
              ? 'both in the colours that their cards show.'
              : 'the later one in the light of the first, as one has no card: its colour is in doubt.'}
          </p>
        </>
      )}
      {faded === null ? null : <FadedTable parts={parts} faded={faded} />}
      {refused === null || marking || opened === null ? null : (
        <div className="pair-side">
          {[first, now].map(({ id, caption }) => (
            <figure key={id}>
              <img className="pair-picture" src={`/api/photos/${id}`} alt={caption} />
              <figcaption>{caption}, as it was taken</figcaption>
            </figure>
          ))}
        </div>
      )}
    </div>
  );
}

function WidthField({
  caption,
  value,
  onWidth,
}: {
  caption: string;
  value: number | null;
  onWidth: (mm: number) => void;
}) {
  return (
    <Field label={`Width on the skin of ${caption}`}>
      {(field) => (
        <InputNumber
          {...field}
          className="count-figure"
          suffix="mm"
          min={10}
          max={1000}
          value={value}
          onChange={(mm) => {
            if (mm !== null) onWidth(mm);
          }}
        />
      )}
    </Field>
  );
}

function FadedTable({
  parts,
  faded,
}: {
  parts: readonly TracedPart[];
  faded: readonly PartFaded[];
}) {
  return (
    <table className="data-table is-still">
      <thead>
        <tr>
          <th scope="col">Part</th>
          <th scope="col" className="is-figure">
            Contrast then, ΔE
          </th>
          <th scope="col" className="is-figure">
            now, ΔE
          </th>
          <th scope="col" className="is-figure">
            Faded
          </th>
        </tr>
      </thead>
      <tbody>
        {faded.map(({ id, colour, contrasts, faded: share, notMeasurable }) => (
          <tr key={id}>
            <th scope="row">
              {parts.findIndex((part) => part.id === id) + 1} {INK_COLOUR_WORDS[colour]}
            </th>
            <td className="figures is-figure">
              {contrasts === null ? '–' : figure(contrasts.first)}
            </td>
            <td className="figures is-figure">
              {contrasts === null ? '–' : figure(contrasts.now)}
            </td>
            <td className="figures is-figure">
              {share === null
                ? `Not measurable here: ${notMeasurable === null ? '' : INK_NOT_MEASURABLE_WORDS[notMeasurable]}`
                : `${figure(100 * share.share, 0)} % ± ${figure(100 * share.doubt, 0)}`}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** The traced parts in px of the first picture; none where the design is traced in another one. */
function tracedParts(traced: Traced | null, firstId: string, widthPx: number): TracedPart[] {
  if (traced === null || traced.photoId !== firstId) return [];
  const pxPerCm = widthPx / traced.widthCm;
  return traced.parts
    .filter(({ outline, leave }) => outline.length >= 3 && !leave)
    .map(({ id, colour, areaCm2, outline }) => ({
      ...{ id, colour, areaCm2 },
      outline: outline.map(([x, y]) => ({ x: x * pxPerCm, y: y * pxPerCm })),
    }));
}

const shownWindow = (window: Box | null, widthPx: number, { width }: ShownPair): Box | null => {
  if (window === null) return null;
  const share = width / widthPx;
  return {
    ...{ x: window.x * share, y: window.y * share },
    ...{ width: window.width * share, height: window.height * share },
  };
};

function shownParts(
  parts: readonly TracedPart[],
  widthPx: number,
  { width }: ShownPair,
): ShownPart[] {
  const share = width / widthPx;
  return parts.map(({ id, colour, outline }, each) => ({
    ...{ id, label: `${each + 1} ${INK_COLOUR_WORDS[colour]}` },
    outline: outline.map(({ x, y }) => ({ x: x * share, y: y * share })),
  }));
}
