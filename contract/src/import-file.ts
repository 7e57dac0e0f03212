import { readTypedDay, typedExample, type Day, type DayOrder } from '@tidy-quill/core/units';
import { JOBS } from '@tidy-quill/core/suitability';
import Papa from 'papaparse';
import { SIDES } from './clients';
import { CONTACT_WORDS, LANGUAGES } from './labels/clients';
import { SITE_WORDS } from './labels/area';
import { ADVERSE_WORDS, ENDPOINT_WORDS } from './labels/words';

/** What a column of a file of clients may be, and by which heads it is known. */
export const CLIENT_COLUMNS = {
  key: ['number', 'client number', 'id', 'client id', 'reference', 'record number'],
  givenName: ['given name', 'first name', 'forename'],
  familyName: ['family name', 'last name', 'surname'],
  birthDate: ['date of birth', 'birth date', 'born', 'dob', 'birthday'],
  phone: ['telephone', 'phone', 'mobile', 'telephone number'],
  email: ['e-mail', 'email', 'email address'],
  contactBy: ['likes to be reached by', 'preferred contact'],
  language: ['language'],
  doNotContact: ['not to be contacted', 'do not contact'],
  guardianName: ['guardian'],
  guardianRelation: ['relation of the guardian', 'guardian relation'],
  guardianPhone: ['telephone of the guardian', 'guardian phone'],
  alert: ['alert', 'warning', 'to be seen first by whoever treats'],
  note: ['note', 'notes', 'remarks', 'comment'],
} as const;

/** The same of a file of past sessions. */
export const SESSION_COLUMNS = {
  client: ['client', 'client number', 'number', 'client id', 'reference'],
  on: ['day', 'date', 'treated on'],
  job: ['for', 'job', 'treatment'],
  site: ['area', 'site', 'body part'],
  side: ['side'],
  wavelengthNm: ['wavelength', 'wavelength nm'],
  fluenceJcm2: ['fluence', 'fluence j/cm2', 'energy density'],
  pulseMs: ['pulse', 'pulse duration', 'pulse ms', 'pulse width'],
  spotMm: ['spot', 'spot size', 'spot mm'],
  endpoint: ['endpoint', 'response'],
  adverse: ['reaction', 'reactions', 'harm', 'adverse'],
  painMax: ['pain'],
  note: ['note', 'notes', 'remarks', 'comment'],
} as const;

export type ClientColumn = keyof typeof CLIENT_COLUMNS;
export type SessionColumn = keyof typeof SESSION_COLUMNS;

/** A file of comma- or semicolon-separated values, with the head of each column. */
export interface Sheet {
  readonly heads: readonly string[];
  /** Without empty rows; each with its number in the file, the first below the head being 2. */
  readonly rows: readonly { readonly row: number; readonly cells: readonly string[] }[];
}

/** Which column of a file a field is read from, by its place; fields that are missing are left out. */
export type Mapping<C extends string> = Readonly<Partial<Record<C, number>>>;

/** What cannot be taken: row and column of the file, and why. */
export interface SheetProblem {
  readonly row: number;
  readonly column: string;
  readonly says: string;
  readonly problem: string;
}

/** Reads a file as text; separators and quotes as they are found in it. */
export function readSheet(text: string): Sheet {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: false });
  const [heads = [], ...rest] = data;
  return {
    heads: heads.map((head) => head.trim()),
    rows: rest.flatMap((cells, index) =>
      cells.every((cell) => cell.trim() === '') ? [] : [{ row: index + 2, cells }],
    ),
  };
}

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[_().:]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();

/** Which column is which, by its head. */
export function guessMapping<C extends string>(
  columns: Readonly<Record<C, readonly string[]>>,
  heads: readonly string[],
): Mapping<C> {
  const taken = new Set<number>();
  const found: Partial<Record<C, number>> = {};
  for (const column of Object.keys(columns) as C[]) {
    const at = heads.findIndex(
      (head, index) => !taken.has(index) && columns[column].includes(plain(head)),
    );
    if (at < 0) continue;
    taken.add(at);
    found[column] = at;
  }
  return found;
}

/** How days of a file are written, and what day it is. */
export interface SheetDays {
  readonly order: DayOrder | null;
  readonly today: Day;
}

type Values = Record<string, unknown>;
type Rows = readonly { readonly row: number; readonly values: Values }[];

/** What the rows of a file say, to be held against the schema of an import; what could not be understood is named. */
export interface SheetRead {
  readonly rows: Rows;
  readonly problems: readonly SheetProblem[];
}

/** Reads the rows of a file of clients. */
export const readClients = (
  sheet: Sheet,
  mapping: Mapping<ClientColumn>,
  days: SheetDays,
): SheetRead =>
  readRows(sheet, mapping, (cell) => {
    const guardian = {
      ...{ name: cell.text('guardianName'), relation: cell.text('guardianRelation') },
      phone: cell.text('guardianPhone'),
    };
    return {
      ...{ key: cell.text('key'), givenName: cell.text('givenName') },
      ...{ familyName: cell.text('familyName'), phone: cell.text('phone') },
      birthDate: cell.day('birthDate', days, days.today),
      email: cell.text('email'),
      contactBy: cell.word('contactBy', CONTACT_WORDS),
      language: cell.language('language'),
      doNotContact: cell.yes('doNotContact'),
      guardian: Object.values(guardian).some((each) => each !== '') ? guardian : null,
      ...{ alert: cell.text('alert'), note: cell.text('note') },
    };
  });

/** Reads the rows of a file of past sessions. */
export const readSessions = (
  sheet: Sheet,
  mapping: Mapping<SessionColumn>,
  days: SheetDays,
): SheetRead =>
  readRows(sheet, mapping, (cell) => ({
    client: cell.text('client'),
    on: cell.day('on', days, days.today),
    job: cell.word('job', JOB_WORDS) ?? 'hair',
    site: cell.word('site', SITE_WORDS) ?? cell.text('site'),
    side: cell.word('side', SIDE_WORDS) ?? 'whole',
    wavelengthNm: cell.figure('wavelengthNm'),
    fluenceJcm2: cell.figure('fluenceJcm2'),
    pulseMs: cell.figure('pulseMs'),
    spotMm: cell.figure('spotMm'),
    endpoint: cell.word('endpoint', ENDPOINT_WORDS) ?? 'notRead',
    adverse: cell.words('adverse', ADVERSE_WORDS),
    painMax: cell.text('painMax') === '' ? null : cell.figure('painMax'),
    note: cell.text('note'),
  }));

const JOB_WORDS = Object.fromEntries(
  JOBS.map((job) => [job, job === 'ink' ? 'tattoo' : 'hair']),
) as Record<(typeof JOBS)[number], string>;
const SIDE_WORDS = Object.fromEntries(SIDES.map((side) => [side, side as string]));
const YES = ['yes', 'y', 'true', '1', 'x'];
const NO = ['', 'no', 'n', 'false', '0'];

function readRows<C extends string>(
  sheet: Sheet,
  mapping: Mapping<C>,
  valuesOf: (cell: Cell<C>) => Values,
): SheetRead {
  const problems: SheetProblem[] = [];
  const rows = sheet.rows.map(({ row, cells }) => {
    const cell = new Cell(sheet.heads, mapping, cells, (column, says, problem) =>
      problems.push({ row, column, says, problem }),
    );
    return { row, values: valuesOf(cell) };
  });
  return { rows, problems };
}

/** The cells of one row, read as what they are; what cannot be read is told, and left undefined. */
class Cell<C extends string> {
  constructor(
    private readonly heads: readonly string[],
    private readonly mapping: Mapping<C>,
    private readonly cells: readonly string[],
    private readonly tell: (column: string, says: string, problem: string) => void,
  ) {}

  text(column: C): string {
    const at = this.mapping[column];
    return at === undefined ? '' : (this.cells[at] ?? '').trim();
  }

  day(column: C, { order, today }: SheetDays, latest: Day): Day | undefined {
    const says = this.text(column);
    if (says === '') return undefined;
    const read = readTypedDay(says, { order, today, latest });
    if (read.kind === 'day') return read.day;
    return this.wrong(
      column,
      read.kind === 'asked'
        ? `may be ${read.days.join(' or ')}: say above which comes first`
        : `cannot be read as a day: write it like ${typedExample(order)}`,
    );
  }

  figure(column: C): number | undefined {
    const says = this.text(column);
    if (says === '') return undefined;
    const found = /^(\d+(?:[.,]\d+)?)\s*(?:nm|ms|mm|j\/cm²|j\/cm2)?$/i.exec(says);
    if (found === null) return this.wrong(column, 'is not a figure');
    return Number((found[1] ?? '').replace(',', '.'));
  }

  yes(column: C): boolean | undefined {
    const says = plain(this.text(column));
    if (YES.includes(says)) return true;
    return NO.includes(says) ? false : this.wrong(column, 'must be yes or no');
  }

  language(column: C): string | null | undefined {
    const says = this.text(column);
    if (says === '') return null;
    const found = LANGUAGES.find(
      ({ value, label }) => value === says.toLowerCase() || plain(label) === plain(says),
    );
    return found?.value ?? this.wrong(column, 'is no language that is known here: such as Polish');
  }

  /** The key of a word, however it is written; null for an empty cell. */
  word<K extends string>(column: C, words: Readonly<Record<K, string>>): K | null | undefined {
    const says = this.text(column);
    return says === '' ? null : this.keyOf(column, says, words);
  }

  words<K extends string>(column: C, words: Readonly<Record<K, string>>): (K | undefined)[] {
    return this.text(column)
      .split(/[;,/]/)
      .map((each) => each.trim())
      .filter(Boolean)
      .map((each) => this.keyOf(column, each, words));
  }

  private keyOf<K extends string>(
    column: C,
    says: string,
    words: Readonly<Record<K, string>>,
  ): K | undefined {
    const keys = Object.keys(words) as K[];
    const bare = (text: string) =>
      plain(text)
        .replace(/^(a|an) /, '')
        .replace(/ /g, '');
    const found = keys.find(
      (key) => bare(words[key]) === bare(says) || key.toLowerCase() === bare(says),
    );
    return (
      found ?? this.wrong(column, `is no word that is known here: such as ${words[keys[0] as K]}`)
    );
  }

  private wrong(column: C, problem: string): undefined {
    const at = this.mapping[column];
    this.tell(at === undefined ? column : (this.heads[at] ?? column), this.text(column), problem);
    return undefined;
  }
}

/** Where a problem that the schema of an import names stands in the file: “clients.3.birthDate” of what was read. */
export function placeOf<C extends string>(
  field: string,
  list: 'clients' | 'sessions',
  sheet: Sheet,
  mapping: Mapping<C>,
  problem: string,
): SheetProblem | null {
  const found = new RegExp(`^${list}\\.(\\d+)\\.(.+)$`).exec(field);
  const at = sheet.rows[Number(found?.[1] ?? -1)];
  if (found === null || at === undefined) return null;
  const [name = ''] = (found[2] ?? '').split('.');
  const column = mapping[(name === 'guardian' ? 'guardianName' : name) as C];
  return {
    row: at.row,
    column: column === undefined ? name : (sheet.heads[column] ?? name),
    says: column === undefined ? '' : (at.cells[column] ?? ''),
    problem: column === undefined ? 'is missing: no column is chosen for it' : problem,
  };
}
