import * as v from 'valibot';

const Hash = v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/));
const Count = v.pipe(v.number(), v.integer(), v.minValue(0));

/** What a backup holds, with the hash of each thing; its last member, as JSON. */
export const Manifest = v.object({
  format: v.literal('tidy-quill backup'),
  version: v.literal(1),
  madeAt: v.pipe(v.string(), v.isoTimestamp()),
  /** How many migrations the database had gone through. */
  migrations: Count,
  /** The output of pg_dump in its custom format, in pieces beside each other. */
  database: v.object({ bytes: Count, sha256: Hash }),
  /** Every table that is in it: its rows, and a sum over their hashes, which no order changes. */
  tables: v.array(v.object({ name: v.string(), rows: Count, digest: v.string() })),
  /** Photographs and papers that lie in a folder, by their path in it. */
  files: v.array(v.object({ path: v.string(), bytes: Count, sha256: Hash })),
  /** How far each clinic's audit trail reached, and the hash of its last entry. */
  anchors: v.array(v.object({ clinicId: v.string(), seq: Count, hash: v.string() })),
  /** Entries of the trail that were not as they were written; none where all stood. */
  brokenTrail: v.array(v.object({ clinicId: v.string(), seq: Count, why: v.string() })),
});

export type Manifest = v.InferOutput<typeof Manifest>;

export const MANIFEST_NAME = 'manifest.json';
export const DATABASE_FOLDER = 'database/';
export const FILES_FOLDER = 'files/';
