// npm run bench -- lines: a thread named, a way found among 20 000 fittings, a line of 20 bends reckoned and drawn,
// each beside a naive way.
import { developedView, lineViews } from '../core/dist/tell/drawing/index.js';
import { openingKey, opposite } from '../core/dist/named/fitting/index.js';
import { findTube } from '../core/dist/named/tube/index.js';
import { cutLine, findRoutes, indexFittings } from '../core/dist/work/line/index.js';
import { BRAKE_THREADS, identifyThread } from '../core/dist/named/thread/index.js';
import { few, median, report } from './lib.mjs';

/** The same figures for everybody: a generator of its own (Park and Miller). */
let seed = 20_261;
const random = () => (seed = (seed * 48_271) % 2_147_483_647) / 2_147_483_647;
const pick = (list) => list[Math.floor(random() * list.length)];
const times = (rounds, act) =>
  Array.from({ length: rounds }, () => {
    const from = performance.now();
    act();
    return performance.now() - from;
  });
const p95 = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length * 0.95)];

const THREADS = BRAKE_THREADS.filter((t) => !t.tapered).map((t) => t.designation);
const SEATS = ['inverted-flare', 'bubble-flare', 'o-ring', 'flare-45'];
const opening = (gender) => ({ gender, thread: pick(THREADS), seat: pick(SEATS) });
const KINDS = ['adapter', 'adapter', 'adapter', 'union', 'tee', 'line', 'tube-nut', 'plug'];
function fitting(i) {
  const kind = pick(KINDS);
  const first = opening(kind === 'union' || kind === 'tee' ? 'female' : 'male');
  const ends = {
    adapter: [first, opening('female')],
    union: [first, first],
    tee: [first, opening('female'), opening('female')],
    line: [first, opening('male')],
    'tube-nut': [first],
    plug: [first],
  }[kind];
  return {
    key: `f${i}`,
    kind,
    name: `fitting ${i}`,
    ends,
    price: Math.ceil(random() * 900) / 100,
    ...(kind === 'line' ? { lengthMm: 200 + Math.ceil(random() * 20) * 50 } : {}),
    ...(kind === 'tube-nut' ? { tube: pick(['3/16 in', '4.75 mm', '1/4 in']) } : {}),
  };
}
const FITTINGS = Array.from({ length: few(20_000, 1000) }, (_, i) => fitting(i));
const question = () => ({
  port: opening('female'),
  line: {
    tube: '3/16 in',
    nut: pick(THREADS),
    flare: pick(['inverted-flare', 'bubble-flare']),
    far: { nut: pick(THREADS), flare: 'inverted-flare' },
  },
});

/** Every two adapters in a row that lead from the port to the line, by looking at every piece. */
function naive({ port, line }) {
  const into = (open) =>
    FITTINGS.filter((f) => f.kind === 'adapter').flatMap((f) =>
      [0, 1]
        .filter((e) => openingKey(f.ends[e]) === openingKey(opposite(open)))
        .map((e) => ({ f, out: f.ends[1 - e] })),
    );
  const goal = openingKey({ gender: 'female', thread: line.nut, seat: line.flare });
  let best;
  for (const a of into(port)) {
    if (openingKey(a.out) === goal && (best === undefined || a.f.price < best)) best = a.f.price;
    for (const b of into(a.out)) if (openingKey(b.out) === goal && best === undefined) best = a.f.price + b.f.price;
  }
  return best;
}

const LINE = {
  tube: findTube('3/16 in'),
  material: 'steel',
  legsMm: Array.from({ length: 21 }, (_, i) => 90 + (i % 5) * 20),
  bends: Array.from({ length: 20 }, (_, i) => ({
    angleDeg: 30 + (i % 4) * 20,
    radiusMm: 16,
    rotationDeg: (i % 3) * 45,
  })),
  ends: [
    { flare: 'inverted-flare', nut: '3/8-24 UNF' },
    { flare: 'inverted-flare', nut: '3/8-24 UNF' },
  ],
};
/** The length alone, in one loop. */
function length() {
  let sum = 0;
  for (const leg of LINE.legsMm) sum += leg;
  for (const { angleDeg, radiusMm } of LINE.bends)
    sum -= 2 * radiusMm * Math.tan((angleDeg * Math.PI) / 360) - (radiusMm * angleDeg * Math.PI) / 180;
  return sum;
}

const told = (name, ours, bare, of, wanted, figure = median) =>
  report(
    name,
    `${figure(ours).toFixed(3)} ms`,
    `${of} ${median(bare).toFixed(4)} ms`,
    (figure(ours) / median(bare)).toFixed(1),
    wanted,
  );

export function linesBench() {
  const reading = { gender: 'male', diameterMm: 9.45, instrument: 'caliper', over: { crests: 8, lengthMm: 7.42 } };
  const nearest = () =>
    BRAKE_THREADS.reduce((a, b) => (Math.abs(b.maleEndMm - 9.45) < Math.abs(a.maleEndMm - 9.45) ? b : a));
  told(
    'lines: a thread named',
    times(few(400, 10), () => identifyThread(reading)),
    times(few(400, 10), nearest),
    'the nearest diameter alone',
    'under 1 ms',
  );

  const [made] = times(1, () => indexFittings(FITTINGS));
  const index = indexFittings(FITTINGS);
  const asked = Array.from({ length: few(200, 5) }, question);
  const found = asked.map((one) => times(1, () => findRoutes(one, index))[0]);
  const tried = asked.slice(0, 3).map((one) => times(1, () => naive(one))[0]);
  told('lines: a way among 20 000 fittings, p95', found, tried, 'every pair of adapters tried', 'under 50 ms', p95);
  console.log(`  its index, once for each state of the catalogue: ${made.toFixed(0)} ms`);

  const drawn = times(few(200, 5), () => {
    const cut = cutLine(LINE);
    return [lineViews(cut, 4.76), developedView(cut, 4.76)];
  });
  told(
    'lines: 20 bends reckoned and their shapes made',
    drawn,
    times(few(200, 5), length),
    'the length alone',
    'under 16 ms',
  );
}
