// A catalogue of made-up masters, the same each time: so many units with some thirty recorded attributes each.
import { pathToFileURL } from 'node:url';

/** A stream of numbers in [0, 1) that is the same for the same seed (xorshift, 32 bits). */
export function stream(seed) {
  let x = seed || 1;
  return () => {
    x ^= x << 13;
    x ^= x >>> 17;
    x ^= x << 5;
    return (x >>> 0) / 2 ** 32;
  };
}

const BORES = [15.875, 17.4625, 19.05, 20.6375, 22.225, 23.8125, 25.4, 26.9875, 28.575, 30.1625, 31.75];
const THREADS = ['M10x1', 'M12x1', '3/8-24 UNF', '7/16-24', '7/16-20 UNF', '1/2-20 UNF', '9/16-18 UNF'];
const SEATS = ['inverted-flare', 'bubble-flare', 'flare-37', 'banjo'];
const code = (n) => n.toString(36).toUpperCase().padStart(4, '0');

/** Attribute, position and how its value is drawn; `share` of the units have no record of it. */
const DRAWN = [
  ['bore', '', (r) => BORES[r(11)], 0.02],
  ['casting-number', '', (r) => String(20000 + r(20000)), 0.1],
  ['label-code', '', (r) => code(r(30000)), 0.3],
  ['makers-mark', '', (r) => `mark ${r(40)}`, 0.1],
  ['casting-date', '', (r) => `${1970 + r(40)}-${String(1 + r(12)).padStart(2, '0')}`, 0.5],
  ['port-count', '', (r) => 2 + r(3), 0.02],
  ['port-thread', 'front-left', (r) => THREADS[r(7)], 0.1],
  ['port-thread', 'rear-left', (r) => THREADS[r(7)], 0.1],
  ['port-seat', 'front-left', (r) => SEATS[r(4)], 0.2],
  ['port-seat', 'rear-left', (r) => SEATS[r(4)], 0.2],
  ['port-distance', 'front-left', (r) => 60 + r(40), 0.3],
  ['port-distance', 'rear-left', (r) => 30 + r(30), 0.3],
  ['flange-angle', '', (r) => r(13) * 15, 0.1],
  ['stud-spacing', '', (r) => 55 + r(60), 0.05],
  ['stud-thread', '', (r) => ['M8x1.25', 'M10x1.5', '5/16-24 UNF', '3/8-24 UNF'][r(4)], 0.3],
  ['stud-length', '', (r) => 15 + r(40), 0.5],
  ['pilot', '', (r) => 25 + r(30), 0.3],
  ['rod-kind', '', (r) => ['fixed', 'loose', 'ball', 'fork'][r(4)], 0.1],
  ['rod-length', '', (r) => 60 + r(120), 0.2],
  ['rod-thread', '', (r) => ['M8x1.25', 'M10x1.25', '5/16-24 UNF'][r(3)], 0.3],
  ['recess-depth', '', (r) => 5 + r(30), 0.4],
  ['clevis-pin', '', (r) => 6 + r(7), 0.3],
  ['reservoir', '', (r) => ['integral', 'clipped', 'pinned', 'screwed', 'remote'][r(5)], 0.02],
  ['reservoir-size', '', (r) => 80 + r(120), 0.4],
  ['grommet-spacing', '', (r) => 30 + r(60), 0.4],
  ['feed-hose', '', (r) => 6 + r(8), 0.5],
  ['sensor', '', (r) => ['round 3-pin', 'flat 2-pin', 'flat 4-pin', 'lead'][r(4)], 0.2],
  ['sensor-thread', '', (r) => ['M12x1', 'M14x1.5'][r(2)], 0.6],
  ['bleeder', '', (r) => ['top', 'side', 'bottom'][r(3)], 0.3],
];

/** Each unit's id and facts, in the order of the ids. */
export function* madeUnits(count, seed = 20) {
  const random = stream(seed);
  const r = (n) => Math.floor(random() * n);
  for (let i = 0; i < count; i++) {
    const facts = [];
    for (const [attribute, position, draw, missing] of DRAWN) {
      const value = draw(r);
      if (random() >= missing) facts.push({ attribute, position, value });
    }
    const stepped = random() < 0.1;
    facts.push({ attribute: 'bore-form', position: '', value: stepped ? 'stepped' : 'straight' });
    if (stepped) facts.push({ attribute: 'bore-large', position: '', value: BORES[6 + r(5)] });
    yield { id: `made-${String(i).padStart(7, '0')}`, facts };
  }
}

/** Writes the made units into a catalogue that has its tables already. */
export function addMadeUnits(db, count) {
  const maker = db.prepare('SELECT id FROM maker LIMIT 1').pluck().get();
  const source = db.prepare('SELECT id FROM source LIMIT 1').pluck().get();
  const unit = db.prepare(
    "INSERT INTO unit (key, kind, name, maker_id, source_id) VALUES (?, 'brake-master', ?, ?, ?)",
  );
  const fact = db.prepare(
    'INSERT INTO unit_fact (unit_id, attribute, position, presence, num, txt, source_id) VALUES (?, ?, ?, ?, ?, ?, ?)',
  );
  db.transaction(() => {
    for (const { id, facts } of madeUnits(count)) {
      const { lastInsertRowid } = unit.run(id, `made master ${id}`, maker, source);
      for (const { attribute, position, value } of facts) {
        const number = typeof value === 'number';
        fact.run(
          lastInsertRowid,
          attribute,
          position,
          'recorded',
          number ? value : null,
          number ? null : value,
          source,
        );
      }
    }
  })();
}

// node bench/made-units.mjs CATALOGUE COUNT
if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  const { default: Database } = await import('better-sqlite3');
  const db = new Database(process.argv[2]);
  addMadeUnits(db, Number(process.argv[3]));
  db.close();
}
