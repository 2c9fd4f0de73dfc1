// Identification among 100 000 made-up masters: the server's answer beside a plain loop over typed columns.
import Database from 'better-sqlite3';
import { end, few, loopDelay, megabytes, quantile, report, start } from './lib.mjs';
import { addMadeUnits, madeUnits, stream } from './made-units.mjs';

const UNITS = few(100_000, 1000);
const QUESTIONS = few(200, 40);
/** What is seen of each unit that is looked for: the first six of these that its record has. */
const SEEN = [
  'label-code',
  'bore',
  'stud-spacing',
  'reservoir',
  'port-count',
  'casting-number',
  'makers-mark',
  'bore-form',
  'rod-kind',
];
const MARKS = ['label-code', 'casting-number', 'makers-mark'];
const SIGMA = 0.05;

/** Evidence on every five-hundredth unit, with one reading in ten wrong. */
function questions() {
  const random = stream(7);
  const made = [];
  let i = 0;
  for (const { facts } of madeUnits(UNITS)) {
    if (i++ % (UNITS / QUESTIONS) !== 0) continue;
    const evidence = SEEN.flatMap((name) => {
      const fact = facts.find((f) => f.attribute === name);
      if (!fact) return [];
      if (name === 'port-count') return [{ attribute: name, kind: 'count', value: random() < 0.1 ? 2 : fact.value }];
      if (typeof fact.value !== 'number')
        return [{ attribute: name, kind: MARKS.includes(name) ? 'mark' : 'choice', value: fact.value }];
      const off = (random() - 0.5) * 0.1 + (random() < 0.1 ? 1.6 : 0);
      return [
        { attribute: name, kind: 'quantity', value: { value: fact.value + off, unit: 'mm' }, instrument: 'caliper' },
      ];
    });
    made.push(evidence.slice(0, 6));
  }
  return made;
}

/** The columns as a plain program would hold them: codes of what is recorded, and the numbers beside them. */
function typedColumns() {
  const columns = new Map();
  let i = 0;
  for (const { facts } of madeUnits(UNITS)) {
    for (const { attribute, position, value } of facts) {
      const name = `${attribute} ${position}`.trim();
      if (!columns.has(name))
        columns.set(name, {
          codes: new Uint16Array(UNITS),
          numbers: new Float64Array(UNITS).fill(NaN),
          answers: new Map(),
        });
      const column = columns.get(name);
      if (!column.answers.has(value)) column.answers.set(value, column.answers.size + 1);
      column.codes[i] = column.answers.get(value);
      if (typeof value === 'number') column.numbers[i] = value;
    }
    i++;
  }
  return columns;
}

/**
 * The reference: likelihoods unit by unit, the best twenty, and for each column the spread of probability over its
 * answers.
 */
function plainLoop(columns, evidence) {
  const p = new Float64Array(UNITS).fill(1 / UNITS);
  for (const { attribute, value } of evidence) {
    const column = columns.get(attribute);
    const code = column.answers.get(value) ?? -1;
    for (let i = 0; i < UNITS; i++) {
      if (column.codes[i] === 0) p[i] *= 0.1;
      else if (typeof value === 'object')
        p[i] *= 1e-5 + Math.exp(-(((column.numbers[i] - value.value) / SIGMA) ** 2) / 2);
      else p[i] *= column.codes[i] === code ? 0.97 : 0.01;
    }
  }
  let total = 0;
  for (let i = 0; i < UNITS; i++) total += p[i];
  const best = [];
  for (let i = 0; i < UNITS; i++) {
    p[i] /= total;
    if (best.length === 20 && p[i] <= p[best[19]]) continue;
    best.push(i);
    best.sort((a, b) => p[b] - p[a]);
    best.length = Math.min(best.length, 20);
  }
  const gains = [...columns.values()].map(({ codes, answers }) => {
    const mass = new Float64Array(answers.size + 1);
    for (let i = 0; i < UNITS; i++) mass[codes[i]] += p[i];
    return mass.reduce((sum, m) => (m > 0 ? sum - m * Math.log2(m) : sum), 0);
  });
  return { best, gains };
}

/** Adds the units to the catalogue in `data` and measures; the server is started here, with its event loop watched. */
export async function identifyBench(data) {
  const db = new Database(`${data}/catalogue.sqlite`);
  addMadeUnits(db, UNITS);
  db.close();
  const asked = questions();
  const columns = typedColumns();
  const program = ['--import', './bench/loop-delay.mjs', 'server/dist/main/serve.js', '--data', data, '--port', '0'];
  let server = await start(program);
  const ask = async (evidence) => {
    const began = performance.now();
    const reply = await fetch(`${server.address}/api/v1/identify`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ kind: 'brake-master', limit: 20, evidence }),
    });
    const answer = await reply.json();
    if (reply.status !== 200 || answer.candidates.length === 0) throw new Error(JSON.stringify(answer).slice(0, 300));
    return performance.now() - began;
  };
  try {
    // The first start reads the whole catalogue; what it read is on the disk for every start after it.
    const unread = await ask(asked[0]);
    await new Promise((done) => setTimeout(done, few(2000, 200)));
    await end(server);
    server = await start(program);
    const first = await ask(asked[0]);
    const db = new Database(`${data}/catalogue.sqlite`);
    const write = (num) =>
      db
        .prepare(
          `UPDATE unit_fact SET num = ? WHERE attribute = 'bore' AND unit_id = (SELECT id FROM unit WHERE key
            LIKE 'made-%' LIMIT 1)`,
        )
        .run(num);
    write(19.05);
    const afterWrite = await ask(asked[1]);
    write(20.64);
    db.close();
    for (const evidence of asked.slice(0, 20)) {
      await ask(evidence);
      plainLoop(columns, evidence);
    }
    await loopDelay(server);
    const times = { ours: [], plain: [] };
    // In turns of twenty, so that a drifting machine meets both and neither empties the other's caches at each step.
    for (let from = 0; from < asked.length; from += 20) {
      const turn = asked.slice(from, from + 20);
      for (const evidence of turn) times.ours.push(await ask(evidence));
      for (const evidence of turn) {
        const began = performance.now();
        plainLoop(columns, evidence);
        times.plain.push(performance.now() - began);
      }
    }
    const held = await loopDelay(server);
    const geometry = [];
    for (let i = 0; i < few(60, 12); i++) {
      const began = performance.now();
      const reply = await fetch(
        `${server.address}/api/v1/units/made-${String((i * 1607) % UNITS).padStart(7, '0')}/interchange?geometry=20`,
      );
      const { byGeometryProblem } = await reply.json();
      if (reply.status !== 200 || byGeometryProblem) throw new Error(byGeometryProblem ?? String(reply.status));
      if (i >= 10) geometry.push(performance.now() - began);
    }
    const [p50, p95] = [0.5, 0.95].map((q) => quantile(times.ours, q));
    const plain = [0.5, 0.95].map((q) => quantile(times.plain, q));
    report(
      'identify among 100 000, p50',
      `${p50.toFixed(1)} ms`,
      `plain loop ${plain[0].toFixed(1)} ms`,
      (p50 / plain[0]).toFixed(2),
      'the lower the better',
    );
    report(
      'identify among 100 000, p95',
      `${p95.toFixed(1)} ms`,
      `plain loop ${plain[1].toFixed(1)} ms`,
      (p95 / plain[1]).toFixed(2),
      'under 60 ms',
    );
    const found = quantile(geometry, 0.95);
    report(
      'interchange by geometry among 100 000, p95',
      `${found.toFixed(1)} ms`,
      `plain loop ${plain[1].toFixed(1)} ms`,
      (found / plain[1]).toFixed(2),
      'under 120 ms',
    );
    report(
      'event loop held meanwhile, longest',
      `${held.max.toFixed(1)} ms`,
      `p99 ${held.p99.toFixed(1)} ms`,
      '-',
      'under 20 ms',
    );
    report(
      'first question after a start',
      `${first.toFixed(0)} ms`,
      `first start of all ${unread.toFixed(0)} ms`,
      (first / unread).toFixed(2),
      'under 1500 ms',
    );
    report(
      'question after one fact was written',
      `${afterWrite.toFixed(0)} ms`,
      `first start of all ${unread.toFixed(0)} ms`,
      (afterWrite / unread).toFixed(2),
      'what it touched',
    );
    report(
      'server memory with 100 000 units',
      `${megabytes(server).toFixed(0)} MB`,
      'typed columns ~20 MB',
      '-',
      'stated',
    );
  } finally {
    await end(server);
  }
}
