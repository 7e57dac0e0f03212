import type { AdviceBlocks } from '@tidy-quill/core/aftercare';
import type { SourceText, TextPart } from '@tidy-quill/core/client-texts';
import type { ConsentTexts } from '@tidy-quill/core/consent';
import type { InForce } from '../catalogue';
import type { MessageTextNow } from '../message-texts';
import { SHIPPED_CLIENT_TEXTS } from './client-words';

/** What the clinic itself has written for its clients. */
export interface OwnTexts {
  /** The language that the clinic writes in. */
  readonly language: string;
  readonly consents: InForce<ConsentTexts>;
  readonly aftercare: InForce<AdviceBlocks>;
  readonly messages: readonly MessageTextNow[];
}

const SHIPPED_LANGUAGE = 'en';

/** All texts of a part, in the order in which they are read: the clinic’s own first, then what stands around them. */
export function sourcesOf(part: TextPart, own: OwnTexts): readonly SourceText[] {
  const shipped = Object.entries(SHIPPED_CLIENT_TEXTS[part]).map(([key, text]) => ({
    ...{ key, text, language: SHIPPED_LANGUAGE },
  }));
  return [...ownTexts(part, own), ...shipped];
}

function ownTexts(part: TextPart, own: OwnTexts): readonly SourceText[] {
  // What ships is in English until the clinic has a version of its own.
  const written = (isOwn: boolean, texts: readonly (readonly [string, string])[]) =>
    texts.map(([key, text]) => ({ key, text, language: isOwn ? own.language : SHIPPED_LANGUAGE }));
  switch (part) {
    case 'consents': {
      const { versionId, content } = own.consents;
      return written(versionId !== null, [
        ...Object.entries(content.texts).flatMap(([kind, { title, body }]) => [
          [`texts.${kind}.title`, title] as const,
          [`texts.${kind}.body`, body] as const,
        ]),
        ...Object.entries(content.risks).map(([code, text]) => [`risks.${code}`, text] as const),
        ...Object.entries(content.uses).map(([use, text]) => [`uses.${use}`, text] as const),
      ]);
    }
    case 'aftercare': {
      const { versionId, content } = own.aftercare;
      return written(
        versionId !== null,
        content.blocks.map(({ id, text }) => [`block.${id}`, text] as const),
      );
    }
    case 'messages':
      return own.messages.flatMap(({ kind, text, version }) =>
        written(version > 0, [[`text.${kind}`, text]]),
      );
    case 'places':
    case 'questions':
    case 'diary':
      return [];
  }
}
