/** Who drafted a document, who would approve it, and how many of the clinic could. */
export interface Approval {
  readonly authorId: string;
  readonly approverId: string;
  /** Supervisors whose accounts are open. */
  readonly supervisors: number;
}

/**
 * Whether somebody may approve a document: whoever drafted it does not, unless nobody else could. A version that its
 * author approved says so.
 */
export const mayApprove = ({ authorId, approverId, supervisors }: Approval): boolean =>
  authorId !== approverId || supervisors <= 1;
