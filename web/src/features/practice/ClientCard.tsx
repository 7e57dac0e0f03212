import type { InventedClient } from '@tidy-quill/core/practice';
import type { QuestionId } from '@tidy-quill/core/suitability';
import {
  CALIBRE_WORDS,
  dayText,
  DENSITY_WORDS,
  figure,
  HAIR_COLOUR_WORDS,
  INK_COLOUR_WORDS,
  INK_DENSITY_WORDS,
  INK_ORIGIN_WORDS,
  QUESTION_WORDS,
  SITE_WORDS,
  skinTypeText,
  TAN_WORDS,
} from '../../text';
import { Fact, Facts } from '../../widgets/Fact';

/** What is known of somebody invented: what they said, and what is found by looking. */
export function ClientCard({ client }: { client: InventedClient }) {
  const { skin, hair, ink, answers, medicines } = client;
  const yes = (Object.keys(answers) as QuestionId[]).filter(
    (id) => answers[id]?.yes === true && id !== 'medicines',
  );
  return (
    <section className="judgement-client" aria-label="The client">
      <Facts title={`${client.age} years, ${SITE_WORDS[client.site].toLowerCase()}`}>
        <Fact word="Comes for">
          {client.job === 'hair' ? 'hair removal' : 'tattoo removal'}, {figure(client.areaCm2, 0)}{' '}
          cm²
        </Fact>
        <Fact word="Skin">
          type {skinTypeText(skin.type)}, {TAN_WORDS[skin.tan]}
          {skin.freckled ? ', freckled' : ''}
        </Fact>
        {hair === null ? null : (
          <Fact word="Hair">
            {HAIR_COLOUR_WORDS[hair.colour]}, {CALIBRE_WORDS[hair.calibre]},{' '}
            {DENSITY_WORDS[hair.density]}
          </Fact>
        )}
        {ink === null ? null : (
          <Fact word="Ink">
            {ink.colours
              .map(({ colour, share }) => `${INK_COLOUR_WORDS[colour]} ${figure(100 * share, 0)} %`)
              .join(', ')}
            ; {INK_DENSITY_WORDS[ink.density]}, {INK_ORIGIN_WORDS[ink.origin]}, {ink.ageYears} years
            old
          </Fact>
        )}
      </Facts>
      <Facts title="Said yes to">
        {yes.length === 0 && medicines.length === 0 ? (
          <Fact word="Nothing">no to every question</Fact>
        ) : null}
        {yes.map((id) => {
          const answer = answers[id];
          const lastOn = answer?.yes === true ? answer.lastOn : undefined;
          return (
            <Fact key={id} word={QUESTION_WORDS[id].ask}>
              {lastOn === undefined ? 'yes' : `yes, last on ${dayText(lastOn)}`}
            </Fact>
          );
        })}
        {medicines.map(({ name }) => (
          <Fact key={name} word="Takes">
            {name}
          </Fact>
        ))}
      </Facts>
      <Facts title="Before now">
        <Fact word="This area">never treated</Fact>
      </Facts>
    </section>
  );
}
