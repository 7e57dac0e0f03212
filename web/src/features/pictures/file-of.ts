import { waitingPicture } from '../../app/photo-outbox';

/** The picture as it was taken: from this tablet while it waits here, else from the server. */
export async function fileOf(id: string): Promise<Blob> {
  const waiting = await waitingPicture(id);
  if (waiting !== null) return waiting;
  const response = await fetch(`/api/photos/${id}`);
  if (!response.ok) throw new Error(`Photograph ${id}: ${response.status}`);
  return response.blob();
}
