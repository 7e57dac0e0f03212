/** What is known of the backups of the whole installation. */
export interface Backups {
  /** Whether this installation makes them by itself. */
  readonly byItself: boolean;
  /** Whether one is being made now. */
  readonly running: boolean;
  /** The last good one; null where there was none. */
  readonly last: {
    readonly at: string;
    readonly name: string;
    readonly bytes: number;
    /** Whether the audit trail stood when it was made. */
    readonly trailStands: boolean;
  } | null;
  /** A try that failed since; null where none did. */
  readonly failed: { readonly at: string; readonly why: string } | null;
  /** Whether the last good one is older than two days, or there is none though there is something to keep. */
  readonly overdue: boolean;
}
