// npm run instruments: a digital caliper and a thread-pitch gauge that are not there. They speak over a local TCP
// socket as bench instruments do (see docs/stand-ins.md): one line for each reading, four times a second. What they
// show is set by typing: caliper 26.94 mm · pitch 24 tpi · caliper held · caliper zeroed · caliper battery-low ·
// caliper garbage · drop · quit
import { Buffer } from 'node:buffer';
import { createServer } from 'node:net';
import { setInterval } from 'node:timers';
import { createInterface } from 'node:readline';
import { parseArgs } from 'node:util';

const { values } = parseArgs({ options: { port: { type: 'string', default: '4880' } } });
const port = Number(values.port);
if (!Number.isInteger(port) || port < 0 || port > 65535) {
  console.error(`--port must be a whole number from 0 to 65535, not "${values.port}".`);
  process.exit(2);
}

const NOTES = ['held', 'zeroed', 'battery-low'];
const shown = {
  caliper: { value: '0.00', unit: 'mm', notes: new Set() },
  pitch: { value: undefined, unit: 'mm', notes: new Set() },
};
const sockets = new Set();
const tell = (line) => sockets.forEach((socket) => socket.write(line));
const lineOf = (device, { value, unit, notes }) =>
  `${device};${value ?? ''};${value === undefined ? '' : unit};${[...notes].join(',') || 'live'}\n`;

const server = createServer((socket) => {
  socket.setNoDelay();
  sockets.add(socket);
  socket.on('close', () => sockets.delete(socket));
  socket.on('error', () => socket.destroy());
});
server.on('error', (error) => {
  console.error(error.code === 'EADDRINUSE' ? `Port ${port} is in use. Choose another with --port N.` : error.message);
  process.exit(1);
});
server.listen(port, '127.0.0.1', () =>
  console.log(`Instruments are ready: 127.0.0.1:${server.address().port}  (type "caliper 26.94 mm"; stop with Ctrl+C)`),
);
setInterval(
  () => Object.entries(shown).forEach(([device, state]) => state.value !== undefined && tell(lineOf(device, state))),
  250,
);

createInterface({ input: process.stdin }).on('line', (text) => {
  const [device, ...rest] = text.trim().split(/\s+/);
  if (device === 'quit') process.exit(0);
  if (device === 'drop') return sockets.forEach((socket) => socket.destroy());
  const state = shown[device];
  if (!state)
    return console.log(
      `"${text.slice(0, 40)}" is not understood. Devices: ${Object.keys(shown).join(', ')}; also: drop, quit.`,
    );
  const [first, unit] = rest;
  if (first === 'off') state.value = undefined;
  else if (first === 'live') state.notes.clear();
  else if (NOTES.includes(first)) state.notes.add(first);
  else if (first === 'garbage') return tell(Buffer.from([0x00, 0xff, 0x13, 0x3b, 0x3b, 0xe4, 0x0a]));
  else Object.assign(state, { value: first, unit: unit ?? state.unit });
  tell(lineOf(device, state));
});
for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => process.exit(0));
