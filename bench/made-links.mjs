// A kin graph of the shape of the trade, the same each time: families of 3 to 60 numbers with a heavy tail, three links for each
// number, one in a hundred to another family, some hubs of 500, two in a hundred with conditions, one in five hundred a refusal.
import { stream } from './made-units.mjs';

const ALPHABET = '0123456789ABCDEFGHJKLMNPRSTUVWXYZ';
const MAKERS = 40;
const HUB_EVERY = 2000;

/** The written form of the n-th number: no two alike, and no run of neighbours. */
export function writtenOf(n) {
  const x = (n * 7919 + 13) % 99_999_989;
  return `${ALPHABET[10 + (n % 22)]}${String(x).padStart(8, '0').slice(0, 3)}-${String(x).padStart(8, '0').slice(3)}`;
}

/** The size of a family: 3 to 60, small ones far more often. */
const familySize = (random) => Math.min(60, Math.floor(3 / Math.max(0.05, random()) ** 0.8));

/**
 * Writes so many numbers and three times as many links into a catalogue that has its tables already. Answers, for the bench,
 * the units that families hang on.
 */
export function addMadeLinks(db, numbers, seed = 11) {
  const random = stream(seed);
  const r = (n) => Math.floor(random() * n);
  const source = db.prepare('SELECT id FROM source').pluck().all();
  const maker = db.prepare("INSERT INTO maker (key, name, role) VALUES (?, ?, 'aftermarket')");
  const unit = db.prepare("INSERT INTO unit (key, kind, name, maker_id, source_id) VALUES (?, 'slave', ?, ?, ?)");
  const number = db.prepare(
    "INSERT INTO number (maker_id, written, key, loose, kind, status, unit_id, source_id) VALUES (?, ?, ?, ?, 'order', 'current', ?, ?)",
  );
  const link = db.prepare('INSERT INTO link (key, kind, from_number, to_number, both_ways) VALUES (?, ?, ?, ?, 0)');
  const assertion = db.prepare("INSERT INTO assertion (link_id, source_id, asserted_on) VALUES (?, ?, '2015-01-01')");
  const condition = db.prepare("INSERT INTO condition (link_id, seq, kind, txt) VALUES (?, 1, 'check', 'look at the port first')");
  const units = [];
  db.transaction(() => {
    const makers = Array.from({ length: MAKERS }, (_, i) => Number(maker.run(`made-${i}`, `Made ${i}`).lastInsertRowid));
    let [made, links, family, before] = [0, 0, 0, 0];
    const join = (from, to, kind) => {
      if (from === to) return;
      const id = Number(link.run(`made:${links++}`, kind, from, to).lastInsertRowid);
      assertion.run(id, source[r(source.length)]);
      if (random() < 0.02) condition.run(id);
    };
    while (made < numbers) {
      const size = family % HUB_EVERY === HUB_EVERY - 1 ? 500 : familySize(random);
      const unitId = Number(unit.run(`family-${family}`, `made slave ${family}`, makers[r(MAKERS)], source[0]).lastInsertRowid);
      units.push(`family-${family++}`);
      const ids = [];
      for (let i = 0; i < size && made < numbers; i++, made++) {
        const written = writtenOf(made);
        const key = written.replace('-', '');
        ids.push(Number(number.run(makers[r(MAKERS)], written, key, key, i < 2 ? unitId : null, source[r(source.length)]).lastInsertRowid));
      }
      for (let i = 0; i < ids.length * 3; i++) {
        const from = ids[i % ids.length];
        const away = random() < 0.01 && before > 0;
        const to = away ? before : size === 500 ? ids[0] : ids[r(ids.length)];
        const kind = random() < 0.002 ? 'does-not-fit' : away ? 'drop-in' : ['same', 'superseded-by', 'drop-in', 'same'][r(4)];
        join(from, to, kind);
      }
      before = ids[r(ids.length)];
    }
  })();
  return units;
}
