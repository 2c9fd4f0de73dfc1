// A interchange graph of the shape of the trade, the same each time: families of 3 to 60 numbers with a heavy tail,
// three links for each number, one in a hundred to another family, some hubs of 500, two in a hundred with conditions,
// one in five hundred a refusal.
import { stream } from './made-units.mjs';

const ALPHABET = '0123456789ABCDEFGHJKLMNPRSTUVWXYZ';
export const MAKERS = 40;
/** Every two thousandth family is a hub of 500, the first of them early: there is one in the smallest catalogue too. */
const HUB_EVERY = 2000;
export const FIRST_HUB = 19;

/** The written form of the n-th number: no two alike, and no run of neighbours. */
export function writtenOf(n) {
  const x = (n * 7919 + 13) % 99_999_989;
  return `${ALPHABET[10 + (n % 22)]}${String(x).padStart(8, '0').slice(0, 3)}-${String(x).padStart(8, '0').slice(3)}`;
}

/** The size of a family: 3 to 60, small ones far more often. */
const familySize = (random) => Math.min(60, Math.floor(3 / Math.max(0.05, random()) ** 0.8));

/**
 * The rows of the made-up catalogue, each as it comes: a unit, a number (of the maker of that index), or a link between
 * numbers that have come before it, named "made-MAKER:NUMBER".
 */
export function* familyRows(numbers, seed = 11) {
  const random = stream(seed);
  const r = (n) => Math.floor(random() * n);
  let [made, links, family, before] = [0, 0, 0, undefined];
  while (made < numbers) {
    const size = family % HUB_EVERY === FIRST_HUB ? 500 : familySize(random);
    const unit = `family-${family++}`;
    yield { unit, maker: r(MAKERS) };
    const names = [];
    for (let i = 0; i < size && made < numbers; i++, made++) {
      const [written, maker] = [writtenOf(made), r(MAKERS)];
      yield { written, maker, leadsTo: i < 2 ? unit : undefined };
      names.push(`made-${maker}:${written}`);
    }
    for (let i = 0; i < names.length * 3; i++) {
      const from = names[i % names.length];
      const away = random() < 0.01 && before !== undefined;
      const to = away ? before : size === 500 ? names[0] : names[r(names.length)];
      const kind =
        random() < 0.002 ? 'does-not-fit' : away ? 'drop-in' : ['same', 'superseded-by', 'drop-in', 'same'][r(4)];
      const condition = random() < 0.02;
      if (from !== to) yield { link: `made:${links++}`, kind, from, to, condition };
    }
    before = names[r(names.length)];
  }
}

/** Writes the made-up rows into a catalogue that has its tables already. Answers the units that families hang on. */
export function addMadeLinks(db, numbers) {
  const source = db.prepare('SELECT MIN(id) FROM source').pluck().get();
  const maker = db.prepare("INSERT INTO maker (key, name, role) VALUES (?, ?, 'aftermarket')");
  const unit = db.prepare("INSERT INTO unit (key, kind, name, maker_id, source_id) VALUES (?, 'slave', ?, ?, ?)");
  const number = db.prepare(
    'INSERT INTO number (maker_id, written, key, loose, kind, status, unit_id, source_id) VALUES (?, ' +
      "?, ?, ?, 'order', 'current', ?, ?)",
  );
  const link = db.prepare('INSERT INTO link (key, kind, from_number, to_number, both_ways) VALUES (?, ?, ?, ?, 0)');
  const assertion = db.prepare("INSERT INTO assertion (link_id, source_id, asserted_on) VALUES (?, ?, '2015-01-01')");
  const condition = db.prepare(
    "INSERT INTO condition (link_id, seq, kind, txt) VALUES (?, 1, 'check', 'look at the port first')",
  );
  const [units, ids, unitIds] = [[], new Map(), new Map()];
  db.transaction(() => {
    const makers = Array.from({ length: MAKERS }, (_, i) =>
      Number(maker.run(`made-${i}`, `Made ${i}`).lastInsertRowid),
    );
    for (const row of familyRows(numbers)) {
      if (row.unit) {
        unitIds.set(
          row.unit,
          Number(unit.run(row.unit, `made ${row.unit}`, makers[row.maker], source).lastInsertRowid),
        );
        units.push(row.unit);
      } else if (row.written) {
        const key = row.written.replace('-', '');
        const made = number.run(
          makers[row.maker],
          row.written,
          key,
          key,
          row.leadsTo ? unitIds.get(row.leadsTo) : null,
          source,
        );
        ids.set(`made-${row.maker}:${row.written}`, Number(made.lastInsertRowid));
      } else {
        const id = Number(link.run(row.link, row.kind, ids.get(row.from), ids.get(row.to)).lastInsertRowid);
        assertion.run(id, source);
        if (row.condition) condition.run(id);
      }
    }
  })();
  return units;
}
