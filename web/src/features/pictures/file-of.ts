import { waitingPicture } from '../../app/photo-outbox';

/** Something that is on the server and cannot be had now. */
export class NotFetched extends Error {
  constructor(what = 'The picture') {
    super(`${what} cannot be fetched now. Try again once there is a network.`);
  }
}

/** The picture as it was taken, and when: from this tablet while it waits here, else from the server. */
export async function fileOf(id: string): Promise<File> {
  const waiting = await waitingPicture(id);
  if (waiting !== null) return new File([waiting], 'picture', { type: waiting.type });
  const response = await fetch(`/api/photos/${id}`).catch(() => null);
  if (response?.ok !== true) throw new NotFetched();
  const blob = await response.blob();
  const takenAt = Date.parse(response.headers.get('last-modified') ?? '');
  return new File([blob], 'picture', {
    type: blob.type,
    ...(Number.isNaN(takenAt) ? {} : { lastModified: takenAt }),
  });
}
