import { Id } from '@tidy-quill/contract/text';
import { read } from '@tidy-quill/contract/problem';
import { and, eq } from 'drizzle-orm';
import { defined } from '@tidy-quill/core/units';
import type { Db } from '../../db/connect';
import { clinics, rooms } from '../../db/schema';
import type { ConsolePlace } from './bridge';

/** How the environment names the consoles, each “room=host:port; room=…”. */
export interface ConsoleSettings {
  /** Real ones, by the id of their room, or by its name where no other room of any clinic has it. */
  readonly rooms?: string | undefined;
  /** Simulated ones, by the names of the demo clinic's rooms. */
  readonly simulated?: string | undefined;
}

/**
 * Which room has which console, by the room's id: a room of another clinic that is called the same has none of it.
 * @throws Error where a name is nobody's, or that of several rooms
 */
export async function consolePlaces(
  db: Db,
  settings: ConsoleSettings,
): Promise<ReadonlyMap<string, ConsolePlace>> {
  const places = new Map<string, ConsolePlace>();
  for (const [room, place] of parsed(settings.rooms ?? '')) {
    places.set(read(Id, room).ok ? room : await onlyRoom(db, room), place);
  }
  for (const [name, place] of parsed(settings.simulated ?? '')) {
    const found = await db
      .select({ id: rooms.id })
      .from(rooms)
      .innerJoin(clinics, eq(clinics.id, rooms.clinicId))
      .where(and(eq(clinics.isDemo, true), eq(rooms.name, name)));
    for (const { id } of found) if (!places.has(id)) places.set(id, place);
  }
  return places;
}

async function onlyRoom(db: Db, name: string): Promise<string> {
  const found = await db.select({ id: rooms.id }).from(rooms).where(eq(rooms.name, name));
  if (found.length === 1) return defined(found[0]).id;
  throw new Error(
    found.length === 0
      ? `ROOM_CONSOLES: there is no room “${name}”`
      : `ROOM_CONSOLES: ${found.length} rooms are called “${name}”: name the room by its id, which the Clinic page shows`,
  );
}

function parsed(setting: string): readonly (readonly [string, ConsolePlace])[] {
  return setting.split(';').flatMap((entry) => {
    const match = /^\s*(.+?)=(.+):(\d+)\s*$/.exec(entry);
    return match === null
      ? []
      : [[defined(match[1]), { host: defined(match[2]), port: Number(match[3]) }] as const];
  });
}
