// npm run chassis: a service that reads the chassis numbers of the invented vehicle makers (see docs/stand-ins.md).
// Switches, at the start or typed while it runs: latency 300 · fail none|unknown|error|garbage|wrong|hang · quit
import { createServer } from 'node:http';
import { createInterface } from 'node:readline';
import { parseArgs } from 'node:util';

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '4882' },
    latency: { type: 'string', default: '120' },
    fail: { type: 'string', default: 'none' },
  },
});
const switches = { latency: Number(values.latency), fail: values.fail };

const MAKERS = { QU: 'Quellmar', VA: 'Varnhusk', EK: 'Ekelbrae', TE: 'Tessarund', BR: 'Brundask' };
const LETTERS = 'ABCDEFGHJKLMNPRSTUVWXYZ';
/** The check letter: each character's code times its place, modulo 23. */
const checkLetter = (text) => LETTERS[[...text].reduce((sum, c, i) => sum + c.charCodeAt(0) * (i + 1), 0) % 23];

/** VA12-9905-H-00417-S: maker and model, year and month, options joined by "+" or 0, serial number, check letter. */
function decode(number) {
  const match = /^([A-Z]{2})(\d{2})-(\d{2})(\d{2})-([A-Z0-9+]+)-(\d{5})-([A-Z])$/.exec(number);
  if (!match) return { status: 422, body: { reason: 'This is not a chassis number of these makers.' } };
  const [, code, model, year, month, options, , letter] = match;
  if (checkLetter(number.slice(0, -2)) !== letter)
    return { status: 422, body: { reason: 'The check letter does not match: a character was misread.' } };
  const maker = MAKERS[code];
  if (!maker || Number(month) < 1 || Number(month) > 12)
    return { status: 404, body: { reason: 'No vehicle is known by this number.' } };
  const century = Number(year) < 50 ? '20' : '19';
  return {
    status: 200,
    body: {
      number,
      maker,
      model: `${maker[0]}${Number(model)}`,
      built: `${century}${year}-${month}`,
      options: options === '0' ? [] : options.split('+'),
    },
  };
}

function answer(number) {
  switch (switches.fail) {
    case 'unknown':
      return { status: 404, body: { reason: 'No vehicle is known by this number.' } };
    case 'error':
      return { status: 500, body: { reason: 'internal' } };
    case 'garbage':
      return { status: 200, body: '<html>gateway' };
    case 'wrong':
      return {
        status: 200,
        body: { number: 'QU09-7001-0-00001-A', maker: 'Quellmar', model: 'Q9', built: '1970-01', options: ['ZZ'] },
      };
    default:
      return decode(number);
  }
}

const server = createServer((request, response) => {
  const number = /^\/v1\/chassis\/([^/]{1,60})$/.exec(request.url ?? '')?.[1];
  if (switches.fail === 'hang') return;
  const { status, body } = number
    ? answer(decodeURIComponent(number).toUpperCase())
    : { status: 404, body: { reason: 'Ask for /v1/chassis/NUMBER.' } };
  setTimeout(() => {
    response.writeHead(status, { 'content-type': 'application/json' });
    response.end(typeof body === 'string' ? body : JSON.stringify(body));
  }, switches.latency);
});
server.on('error', (error) => {
  console.error(
    error.code === 'EADDRINUSE' ? `Port ${values.port} is in use. Choose another with --port N.` : error.message,
  );
  process.exit(1);
});
server.listen(Number(values.port), '127.0.0.1', () =>
  console.log(
    'The chassis-number service is ready: ' +
      `http://127.0.0.1:${server.address().port}/v1/chassis/` +
      `VA12-9905-H-00417-${checkLetter('VA12-9905-H-00417')}`,
  ),
);
createInterface({ input: process.stdin }).on('line', (text) => {
  const [name, value] = text.trim().split(/\s+/);
  if (name === 'quit') process.exit(0);
  if (name === 'latency' && Number(value) >= 0) switches.latency = Number(value);
  else if (name === 'fail' && value) switches.fail = value;
  else console.log('Switches: latency MILLISECONDS, fail none|unknown|error|garbage|wrong|hang, quit');
});
for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => process.exit(0));
