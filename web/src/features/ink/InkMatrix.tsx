import {
  givenUpWithoutPicoseconds,
  wantedColours,
  type GivenUp,
  type InkWay,
} from '@tidy-quill/core/ink';
import { centralWavelengthNm } from '@tidy-quill/core/plan';
import { Fragment } from 'react';
import { defined } from '@tidy-quill/core/units';
import {
  figure,
  INK_COLOUR_WORDS,
  INK_REFUSAL_WORDS,
  nmText,
  sentence,
  VERDICT_MARKS,
  VERDICT_WORDS,
} from '../../text';
import type { InkPlanning } from './use-ink';

/** For each colour what each light here would do, in words and marks; why not is said where it is no. */
export function InkMatrix({ planning: { of, ways } }: { planning: InkPlanning }) {
  const lights = [...of.handpieces].sort(
    (one, other) => centralWavelengthNm(other.light) - centralWavelengthNm(one.light),
  );
  const forInk = lights.filter(({ id }) =>
    ways.some((way) => way.handpieceId === id && way.light !== null),
  );
  const others = lights.length - forInk.length;
  const refused = [
    ...new Set(ways.flatMap(({ light, refusals }) => (light === null ? [] : refusals))),
  ];
  const givenUp = givenUpWithoutPicoseconds(of);
  return (
    <section className="ink-matrix">
      <h2>What each light would do</h2>
      <table className="data-table is-still">
        <thead>
          <tr>
            <th scope="col">Light</th>
            {wantedColours(of.subject).map(({ colour, share }) => (
              <th key={colour} scope="col">
                {INK_COLOUR_WORDS[colour]}
                <span className="quiet figures"> {figure(share * 100, 0)} %</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {forInk.map(({ id, name, light }) => (
            <tr key={id}>
              <th scope="row">
                <span className="figures">{nmText(centralWavelengthNm(light))}</span>
                <span className="quiet"> {name}</span>
              </th>
              {wantedColours(of.subject).map(({ colour }) => {
                const way = defined(
                  ways.find((each) => each.colour === colour && each.handpieceId === id),
                );
                return (
                  <td key={colour} className={`verdict is-${way.verdict}`}>
                    <strong>
                      <span aria-hidden>{VERDICT_MARKS[way.verdict]} </span>
                      {isOnlyWeak(way, ways) ? WEAK_ALONE : VERDICT_WORDS[way.verdict]}
                    </strong>
                    <span className="quiet figures">
                      absorbs {figure(100 * defined(way.light).absorption, 0)} %
                    </span>{' '}
                    <span className="quiet figures">
                      selectivity {selectivityText(defined(way.light).selectivity)}
                    </span>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="small">
        Absorbs: share of the light that this colour takes. Selectivity: ink against epidermis at
        its depth, for comparison only.
        {others > 0 ? ` ${others} other handpieces: ${INK_REFUSAL_WORDS.longPulse}.` : ''}
        {refused.map((why) => (
          <Fragment key={why}> ✕ {INK_REFUSAL_WORDS[why]}.</Fragment>
        ))}
      </p>
      {givenUp.length > 0 && (
        <p className="small">
          Without a picosecond handpiece: {givenUp.map(givenUpText).join(' ')}
        </p>
      )}
    </section>
  );
}

/** Hundredths tell lights apart; less than one is said, not rounded to nothing. */
const selectivityText = (selectivity: number) =>
  selectivity < 0.005 ? 'under 0.01' : figure(selectivity, 2);

const WEAK_ALONE = 'weak, the only one allowed here';

/** Whether weak light of one wavelength is all that a colour may be treated with here. */
const isOnlyWeak = (way: InkWay, ways: readonly InkWay[]) =>
  way.verdict === 'weak' &&
  ways.every(
    ({ colour, refusals, wavelengthNm }) =>
      colour !== way.colour || refusals.length > 0 || wavelengthNm === way.wavelengthNm,
  );

/** Says of one colour what it absorbs now, and of which light, and what it would be left with. */
function givenUpText({ colour, has, left }: GivenUp): string {
  const share = ({ light }: Pick<GivenUp['has'], 'light'>) =>
    `${figure(100 * defined(light).absorption, 0)} %`;
  const now = `${sentence(INK_COLOUR_WORDS[colour])} absorbs ${share(has)} of ${nmText(has.wavelengthNm)}`;
  return left === null
    ? `${now}, and would be left untreated.`
    : `${now}, and would absorb only ${share(left)} of ${nmText(left.wavelengthNm)} (${VERDICT_WORDS[left.verdict]}).`;
}
