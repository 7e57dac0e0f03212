import { read } from '@tidy-quill/contract/problem';
import { ToConsole } from '@tidy-quill/contract/console';
import { createServer, type Socket } from 'node:net';
import { createInterface } from 'node:readline';
import { SimulatedConsole } from './console';

const TELL_MS = 1000;
const FIRST_COUNT = 41_200;

/** A simulated console that can be reached. */
export interface ServedConsole {
  readonly port: number;
  readonly machine: SimulatedConsole;
  readonly close: () => void;
}

/** Serves a simulated console on a port of loopback, 0 for any that is free: one JSON a line, each way. */
export function serveConsole(serial: string, port: number): Promise<ServedConsole> {
  const machine = new SimulatedConsole(serial, `Simulated console ${serial}`, FIRST_COUNT);
  const listening = new Set<Socket>();
  const say = (socket: Socket, message: object) => socket.write(`${JSON.stringify(message)}\n`);
  const tell = () => {
    if (machine.isCut) return;
    for (const socket of listening) say(socket, machine.status(new Date()));
  };
  const server = createServer((socket) => {
    listening.add(socket);
    socket.on('close', () => listening.delete(socket));
    socket.on('error', () => socket.destroy());
    if (!machine.isCut) {
      say(socket, machine.hello);
      say(socket, machine.status(new Date()));
    }
    const lines = createInterface({ input: socket });
    // It passes the socket's own faults on: a bridge that dies does not take the console with it.
    lines.on('error', () => socket.destroy());
    lines.on('line', (line) => {
      const order = read(ToConsole, parsed(line));
      if (!order.ok) return;
      const was = machine.isCut;
      machine.take(order.value);
      if (was && !machine.isCut) for (const each of listening) say(each, machine.hello);
      tell();
    });
  });
  const timer = setInterval(tell, TELL_MS);
  const close = () => {
    clearInterval(timer);
    for (const socket of listening) socket.destroy();
    server.close();
  };
  return new Promise((resolve, reject) => {
    server.once('error', (error) => {
      clearInterval(timer);
      reject(error);
    });
    server.listen(port, '127.0.0.1', () => {
      const address = server.address();
      const taken = typeof address === 'object' && address !== null ? address.port : port;
      resolve({ port: taken, machine, close });
    });
  });
}

function parsed(line: string): unknown {
  try {
    return JSON.parse(line);
  } catch {
    return null;
  }
}
