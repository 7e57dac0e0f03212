import { describe, expect, it } from 'vitest';
import {
  CLIENT_COLUMNS,
  SESSION_COLUMNS,
  guessMapping,
  placeOf,
  readClients,
  readSessions,
  readSheet,
} from './import-file';

const DAYS = { order: 'dayFirst', today: '2026-11-30' } as const;

const CLIENTS = `\uFEFFClient number;First name;Surname;DOB;Mobile;E-mail;Language;Do not contact;Guardian;Remarks
17;Tamsin;Fernhollow;12/05/1991;01632 960 781;tamsin@example.org;Polish;no;;"Quiet; comes early"

18;Bram;Oxenstable;3 Mar 2010;;;pl;yes;Ottoline Oxenstable;
`;

describe('a file of clients', () => {
  const sheet = readSheet(CLIENTS);
  const mapping = guessMapping(CLIENT_COLUMNS, sheet.heads);

  it('is read with its own separator, quotes and mark of order, without empty rows', () => {
    expect(sheet.heads[0]).toBe('Client number');
    expect(sheet.rows.map(({ row }) => row)).toEqual([2, 4]);
  });

  it('has columns that are known by their heads', () => {
    expect(mapping).toEqual({
      ...{ key: 0, givenName: 1, familyName: 2, birthDate: 3, phone: 4, email: 5, language: 6 },
      ...{ doNotContact: 7, guardianName: 8, note: 9 },
    });
  });

  it('says who they are', () => {
    const { rows, problems } = readClients(sheet, mapping, DAYS);
    expect(problems).toEqual([]);
    expect(rows).toEqual([
      {
        row: 2,
        values: {
          ...{ key: '17', givenName: 'Tamsin', familyName: 'Fernhollow', birthDate: '1991-05-12' },
          ...{ phone: '01632 960 781', email: 'tamsin@example.org', language: 'pl' },
          ...{ contactBy: null, doNotContact: false, guardian: null, alert: '' },
          note: 'Quiet; comes early',
        },
      },
      {
        row: 4,
        values: {
          ...{ key: '18', givenName: 'Bram', familyName: 'Oxenstable', birthDate: '2010-03-03' },
          ...{ phone: '', email: '', language: 'pl', contactBy: null, doNotContact: true },
          guardian: { name: 'Ottoline Oxenstable', relation: '', phone: '' },
          ...{ alert: '', note: '' },
        },
      },
    ]);
  });

  it('names row and column of what cannot be understood, and what stands there', () => {
    const wrong = readSheet(
      'given name,family name,born,language,do not contact\nA,B,31/02/91,Elvish,maybe',
    );
    const { problems } = readClients(wrong, guessMapping(CLIENT_COLUMNS, wrong.heads), DAYS);
    expect(problems).toEqual([
      {
        ...{ row: 2, column: 'born', says: '31/02/91' },
        problem: 'cannot be read as a day: write it like 12/05/1991',
      },
      {
        ...{ row: 2, column: 'language', says: 'Elvish' },
        problem: 'is no language that is known here: such as Polish',
      },
      { row: 2, column: 'do not contact', says: 'maybe', problem: 'must be yes or no' },
    ]);
  });

  it('asks after days that may be two, until it is said which comes first', () => {
    const one = readSheet('born\n12/05/1991');
    const of = (order: 'monthFirst' | null) =>
      readClients(one, guessMapping(CLIENT_COLUMNS, one.heads), { ...DAYS, order });
    expect(of(null).problems[0]?.problem).toBe(
      'may be 1991-05-12 or 1991-12-05: say above which comes first',
    );
    expect(of('monthFirst').rows[0]?.values['birthDate']).toBe('1991-12-05');
  });

  it('knows where a problem of the schema stands', () => {
    expect(placeOf('clients.1.birthDate', 'clients', sheet, mapping, 'must be text')).toEqual({
      ...{ row: 4, column: 'DOB', says: '3 Mar 2010', problem: 'must be text' },
    });
    expect(placeOf('clients.0.alert', 'clients', sheet, mapping, 'x')?.problem).toBe(
      'is missing: no column is chosen for it',
    );
    expect(placeOf('sessions.0.on', 'clients', sheet, mapping, 'x')).toBeNull();
  });
});

describe('a file of past sessions', () => {
  it('says with what light, and what came of it', () => {
    const sheet = readSheet(
      `Client number,Date,Area,Side,Wavelength,Fluence,Pulse,Spot,Endpoint,Reaction,Pain
17,12.05.25,Upper Lip,,810 nm,"18,5 J/cm²",30 ms,12,endpoint right,,4
17,1.7.25,lower leg,left,1064,30,20,10,,blister; crust,
`,
    );
    const mapping = guessMapping(SESSION_COLUMNS, sheet.heads);
    const { rows, problems } = readSessions(sheet, mapping, DAYS);
    expect(problems).toEqual([]);
    expect(rows.map(({ values }) => values)).toEqual([
      {
        ...{ client: '17', on: '2025-05-12', job: 'hair', site: 'upperLip', side: 'whole' },
        ...{ wavelengthNm: 810, fluenceJcm2: 18.5, pulseMs: 30, spotMm: 12 },
        ...{ endpoint: 'right', adverse: [], painMax: 4, note: '' },
      },
      {
        ...{ client: '17', on: '2025-07-01', job: 'hair', site: 'lowerLeg', side: 'left' },
        ...{ wavelengthNm: 1064, fluenceJcm2: 30, pulseMs: 20, spotMm: 10 },
        ...{ endpoint: 'notRead', adverse: ['blister', 'crust'], painMax: null, note: '' },
      },
    ]);
  });
});
