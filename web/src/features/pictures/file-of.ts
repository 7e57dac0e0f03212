import { waitingPicture } from '../../app/photo-outbox';

/** A picture that is on the server and cannot be had now. */
export class NotFetched extends Error {
  override readonly message =
    'The picture cannot be fetched now. Try again once there is a network.';
}

/** The picture as it was taken: from this tablet while it waits here, else from the server. */
export async function fileOf(id: string): Promise<Blob> {
  const waiting = await waitingPicture(id);
  if (waiting !== null) return waiting;
  const response = await fetch(`/api/photos/${id}`).catch(() => null);
  if (response?.ok !== true) throw new NotFetched();
  return response.blob();
}
