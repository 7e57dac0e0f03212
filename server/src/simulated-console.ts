import { read } from '@tidy-quill/contract/problem';
import { ToConsole } from '@tidy-quill/contract/console';
import { createServer, type Socket } from 'node:net';
import { createInterface } from 'node:readline';
import { SimulatedConsole } from './simulated/console';

// A simulated laser console as a process of its own: simulated-console.js <serial> <port> …; prints the port of each.
const TELL_MS = 1000;
const FIRST_COUNT = 41_200;

function serveConsole(serial: string, port: number): Promise<number> {
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
  setInterval(tell, TELL_MS);
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => {
      const address = server.address();
      resolve(typeof address === 'object' && address !== null ? address.port : port);
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

const asked = process.argv.slice(2);
for (let i = 0; i + 1 < asked.length; i += 2) {
  const serial = asked[i]!;
  // A port that is taken gives way to any free one.
  const wanted = Number(asked[i + 1]);
  const port = await serveConsole(serial, wanted).catch(() => serveConsole(serial, 0));
  console.log(`console ${serial} on 127.0.0.1:${port}`);
}
console.log('ready');

process.once('SIGTERM', () => process.exit(0));
process.once('SIGINT', () => process.exit(0));
// Started by a script of the project: end with it.
process.once('disconnect', () => process.exit(0));
