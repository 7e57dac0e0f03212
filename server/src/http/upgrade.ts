import { ServerResponse, type IncomingMessage, type Server } from 'node:http';
import type { Socket } from 'node:net';
import type { Express, Request } from 'express';
import { WebSocketServer, type WebSocket } from 'ws';
import { HttpProblem } from './problem';

const MOST_BYTES = 1024 * 1024;

const upgrades = new WeakMap<IncomingMessage, () => Promise<WebSocket>>();

/**
 * Lets what wants to become a WebSocket in by the same doors as every other request: Express finds its route, and refuses
 * it as it would any. Gives how to end all that are open.
 */
export function takeUpgrades(server: Server, app: Express): () => void {
  const sockets = new WebSocketServer({ noServer: true, maxPayload: MOST_BYTES });
  server.on('upgrade', (request, stream, head) => {
    const socket = stream as Socket;
    const response = new ServerResponse(request);
    response.shouldKeepAlive = false;
    response.assignSocket(socket);
    response.once('finish', () => socket.end());
    socket.on('error', () => socket.destroy());
    upgrades.set(request, () => {
      response.detachSocket(socket);
      return new Promise((resolve) => sockets.handleUpgrade(request, socket, head, resolve));
    });
    app(request, response);
  });
  return () => {
    for (const each of sockets.clients) each.terminate();
  };
}

/** Turns the request of a route into a WebSocket; 400 where it did not ask for one. */
export function asWebSocket(request: Request): Promise<WebSocket> {
  const upgrade = upgrades.get(request);
  if (upgrade === undefined) {
    throw new HttpProblem('invalid-input', 'Only a WebSocket is opened at this address');
  }
  return upgrade();
}
