import type { NewClinic, SetupOpen, SetupShown } from '@tidy-quill/contract/setup';
import { fittingOf, peopleProtected } from '@tidy-quill/core/eyewear';
import { worstBeamOf } from '@tidy-quill/core/prepare';
import { documentInForce } from '../catalogue/store';
import { eyewearOf } from '../eyewear/store';
import { isSetUp, setupSteps } from '@tidy-quill/core/clinic-setup';
import { defined } from '@tidy-quill/core/units';
import { and, eq, isNotNull, ne, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { Db, Queryable } from '../../db/connect';
import { catalogueVersions, clinics, rooms, staff } from '../../db/schema';
import { HttpProblem } from '../../http/problem';
import { strongEnough } from '../accounts/strength';
import type { Actor } from '../../http/session';
import { actAs, audit } from '../audit/store';
import { hashPassword } from '../auth/store';
import { TEXTBOOK_PROTOCOL } from '../catalogue/textbook-protocol';
import { hasSetupCode, isSetupCode, takeSetupCode } from './codes';

/** What anybody may know of a first start. */
export async function setupOpen(db: Db): Promise<SetupOpen> {
  const demo = await db.$count(clinics, eq(clinics.isDemo, true));
  return { open: await hasSetupCode(db), demo: demo > 0 };
}

const UNIQUE_VIOLATION = '23505';

const noCode = () =>
  new HttpProblem('not-found', 'This code opens nothing', {
    detail: 'It is on the terminal of the machine, holds for a day, and works once.',
  });

/**
 * Makes a clinic and its owner by a one-time code, with the textbook's protocol as a draft to be read: all of it or nothing.
 * Sent twice, it is made once.
 * @throws HttpProblem 404 for a code that is none, 400 with the field for a weak password or a name that is taken
 */
export async function setUpClinic(db: Db, made: NewClinic): Promise<void> {
  const { code, owner, id, name, timeZone, phone, emergencyPhone, dayOrder, language } = made;
  const isMade = async (tx: Queryable) =>
    (await tx.select({ id: clinics.id }).from(clinics).where(eq(clinics.id, id))).length > 0;
  if (await isMade(db)) return;
  // Nobody without a code makes the server hash a password.
  if (!(await isSetupCode(db, code))) throw noCode();
  strongEnough('owner.password', owner.password, [owner.name, owner.signInName, name]);
  const passwordHash = await hashPassword(owner.password);
  const staffId = v7();
  try {
    await db.transaction(async (tx) => {
      if (!(await takeSetupCode(tx, code))) {
        // Sent twice at once, the first one has used it.
        if (await isMade(tx)) return;
        throw noCode();
      }
      await actAs(tx, { staffId });
      await tx
        .insert(clinics)
        .values({ id, name, timeZone, phone, emergencyPhone, dayOrder, language });
      const { name: ownerName, signInName } = owner;
      await tx.insert(staff).values({
        ...{ clinicId: id, id: staffId, name: ownerName, signInName, passwordHash },
        role: 'owner',
      });
      await tx.insert(catalogueVersions).values({
        ...{ clinicId: id, id: v7(), kind: 'protocol', number: 1 },
        content: TEXTBOOK_PROTOCOL,
        note: 'Textbook ranges to begin with: read row by row before it is approved',
        createdBy: staffId,
      });
    });
  } catch (error) {
    if (isUnique(error)) {
      throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
        fields: [{ field: 'owner.signInName', problem: 'is taken by somebody else' }],
      });
    }
    throw error;
  }
}

const isUnique = (error: unknown): boolean =>
  (error as { cause?: { code?: unknown } }).cause?.code === UNIQUE_VIOLATION ||
  (error as { code?: unknown }).code === UNIQUE_VIOLATION;

/** What a clinic has set up, and what is missing before its first client. */
export async function setupShown(
  db: Db,
  clinicId: string,
  consoles: ReadonlySet<string>,
): Promise<SetupShown> {
  const [clinic] = await db.select().from(clinics).where(eq(clinics.id, clinicId));
  const accounts = await db
    .select({ role: staff.role })
    .from(staff)
    .where(and(eq(staff.clinicId, clinicId), staff.active, isNotNull(staff.passwordHash)));
  const approved = await db
    .selectDistinct({ kind: catalogueVersions.kind })
    .from(catalogueVersions)
    .where(and(eq(catalogueVersions.clinicId, clinicId), isNotNull(catalogueVersions.approvedAt)));
  const has = (kind: (typeof approved)[number]['kind']) =>
    approved.some((each) => each.kind === kind);
  const { emergencyPhone, openingHours } = defined(clinic);
  const own = await db.select({ id: rooms.id }).from(rooms).where(eq(rooms.clinicId, clinicId));
  const { content: handpieces } = await documentInForce(db, clinicId, 'devices', []);
  const used = handpieces.filter(({ inService }) => inService);
  const eyewear = (await eyewearOf(db, clinicId)).map((each) => each.eyewear);
  const eyewearFits =
    used.length > 0 &&
    used.every((handpiece) => peopleProtected(fittingOf(eyewear, worstBeamOf(handpiece))) > 0);
  const steps = setupSteps({
    emergencyPhone,
    hoursSaid: openingHours !== null,
    rooms: own.length,
    staff: accounts,
    eyewearFits,
    consoles: own.filter(({ id }) => consoles.has(id)).length,
    approved: {
      ...{ devices: has('devices'), protocol: has('protocol'), suitability: has('suitability') },
      ...{ consents: has('consents'), aftercare: has('aftercare') },
    },
  });
  const beside = and(eq(clinics.isDemo, true), ne(clinics.id, clinicId));
  const demoBeside = !defined(clinic).isDemo && (await db.$count(clinics, beside)) > 0;
  return { steps, ready: isSetUp(steps), demoBeside };
}

/**
 * Takes the demo off this installation, asked for by the owner of another clinic. Done twice, it is done once.
 * @throws HttpProblem 409 for whoever is signed in to the demo: nobody could sign in any more
 */
export async function removeDemoBeside(db: Db, { clinicId, staffId }: Actor): Promise<void> {
  const own = and(eq(clinics.id, clinicId), eq(clinics.isDemo, true));
  if ((await db.$count(clinics, own)) > 0) {
    throw new HttpProblem('conflict', 'This is the demo itself', {
      detail: 'Set up a clinic of your own, and remove the demo from there.',
    });
  }
  const { rowCount } = await db.execute(
    sql`select remove_demo(id) from ${clinics} where ${clinics.isDemo}`,
  );
  if (rowCount === 0) return;
  const what = { demo: 'removed' };
  await audit(db, [
    { clinicId, staffId, kind: 'clinicChanged', clientId: null, visitId: null, what },
  ]);
}
