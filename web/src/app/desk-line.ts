import ReconnectingWebSocket from 'partysocket/ws';

/** Listens to what comes in for the desk, again and again while it cannot be reached; gives how to stop. */
export function openDeskLine(onTold: () => void): () => void {
  const scheme = location.protocol === 'https:' ? 'wss' : 'ws';
  const socket = new ReconnectingWebSocket(`${scheme}://${location.host}/api/live`, null, {
    minReconnectionDelay: 1000,
    maxReconnectionDelay: 30_000,
  });
  socket.addEventListener('message', onTold);
  // A browser may keep a page that was left, and its line with it.
  const hang = () => socket.close();
  globalThis.addEventListener('pagehide', hang);
  return () => {
    globalThis.removeEventListener('pagehide', hang);
    socket.close();
  };
}
