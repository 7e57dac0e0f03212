import type { ToConsole } from '@tidy-quill/contract/console';

/** Asks the room's console for something; what cannot be reached is shown by its link, not here. */
export async function orderConsole(visitId: string, order: ToConsole): Promise<void> {
  await fetch(`/api/visits/${visitId}/console`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(order),
  }).catch(() => undefined);
}
