import {
  CONSENT_KINDS,
  PHOTO_USES,
  RISK_CODES,
  type ConsentGiven,
  type ConsentTexts as CoreTexts,
  type FilledConsent,
  type PhotoUse,
  type RiskCode,
} from '@tidy-quill/core/consent';
import * as v from 'valibot';
import { Id, Language, line, note, whole } from './text';

const Text = v.object({ title: line(200), body: line(8000) });

/** The clinic's own wording of its consents. */
export const ConsentTexts = v.object({
  validMonths: whole(1, 60),
  texts: v.object({ hair: Text, ink: Text, photographs: Text }),
  risks: v.object(
    Object.fromEntries(RISK_CODES.map((code) => [code, line(400)])),
  ) as unknown as v.GenericSchema<unknown, Readonly<Record<RiskCode, string>>>,
  uses: v.object({ record: line(200), teaching: line(200), publication: line(200) }),
}) satisfies v.GenericSchema<unknown, CoreTexts>;

/** A signature: drawn by pen or finger, or the full name typed by who cannot draw. */
export const Signature = v.variant('kind', [
  v.object({
    kind: v.literal('drawn'),
    png: v.pipe(
      v.string(),
      v.startsWith('data:image/png;base64,', 'must be a PNG'),
      v.maxLength(200_000, 'is too large'),
    ),
  }),
  v.object({ kind: v.literal('typed'), name: line(120) }),
]);

export type Signature = v.InferOutput<typeof Signature>;

export const NewConsent = v.pipe(
  v.object({
    id: Id,
    areaId: Id,
    kind: v.picklist(CONSENT_KINDS),
    /** Of the text that was read; another one since means that it has to be read again. */
    digest: v.pipe(v.string('must be text'), v.hash(['sha256'], 'must be a digest')),
    uses: v.array(v.picklist(PHOTO_USES)),
    /** What the client asked, and what was said. */
    asked: note(1000),
    client: Signature,
    guardian: v.nullable(v.object({ name: line(120), relation: line(80), signature: Signature })),
    technician: Signature,
    /** In which it was read; null for the client's own, where the clinic has it. */
    language: v.optional(v.nullable(Language), null),
    /** Who read it out in a language that the clinic does not write. */
    interpreter: v.optional(note(120), ''),
  }),
  v.forward(
    v.check(
      ({ kind, uses }) => (kind === 'photographs') === uses.length > 0,
      'must name one use at least for photographs, and none otherwise',
    ),
    ['uses'],
  ),
);

export type NewConsent = v.InferInput<typeof NewConsent>;

export const Withdrawal = v.object({ id: Id, reason: note(500) });

export type Withdrawal = v.InferInput<typeof Withdrawal>;

export const ConsentAsked = v.object({
  areaId: Id,
  kind: v.picklist(CONSENT_KINDS),
  /** Null for the client's own. */
  language: v.optional(v.nullable(Language), null),
});

/** What a client is given to read. */
export interface ReadableConsent extends FilledConsent {
  readonly risks: readonly { readonly text: string; readonly raised: boolean }[];
  /** What may be expected of the treatment, in plain words; absent where nothing is said of it. */
  readonly expectations?: readonly string[] | undefined;
  /** For photographs: the uses to choose from, in words. */
  readonly uses: Readonly<Record<PhotoUse, string>> | null;
  readonly clientName: string;
  readonly clinicName: string;
  readonly textsNumber: number;
  readonly validMonths: number;
  /** In which it is written, BCP 47; absent where that is as it ships. */
  readonly language?: string | undefined;
  /** What stands around the clinic's words. */
  readonly headings: ConsentHeadings;
}

export interface ConsentHeadings {
  readonly expect: string;
  readonly risks: string;
  readonly likelier: string;
  readonly uses: string;
}

export interface ConsentToRead extends ReadableConsent {
  readonly digest: string;
  /** The languages in which this one can be read, the client's first. */
  readonly languages: readonly string[];
  /** The client's own, where the clinic does not have this consent in it; null where it has. */
  readonly lacking: string | null;
}

/** What was read and signed, kept as it was then. */
export interface ConsentContent extends Omit<ReadableConsent, 'uses' | 'validMonths' | 'headings'> {
  readonly uses: readonly string[];
  readonly asked: string;
  readonly birthDate: string;
  readonly guardian: { readonly name: string; readonly relation: string } | null;
  readonly technicianName: string;
  /** Who read it out; absent where nobody had to. */
  readonly interpreter?: string | undefined;
}

/** A signed consent as it is listed; its PDF is fetched by itself. */
export interface Consent extends ConsentGiven {
  readonly content: ConsentContent;
  readonly signedAt: string;
  readonly sha256: string;
}
