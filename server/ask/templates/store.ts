import type { LineCutRequest, LineTemplate } from '@kerabat/contract';
import type { Db } from '../../base/db/open.js';
import { badRequest, conflict, notFound } from '../../base/http/problem.js';

interface Row {
  readonly name: string;
  readonly line: string;
  readonly version: number;
  readonly by: string;
  readonly at: string;
}

const SQL = {
  list: `SELECT name, line, version, person AS "by", saved_at AS at FROM line_template
    WHERE vehicle = ? AND dropped = 0 ORDER BY name`,
  one: `SELECT name, line, version, person AS "by", saved_at AS at FROM line_template
    WHERE vehicle = ? AND name = ? AND dropped = 0`,
  count: 'SELECT COUNT(*) FROM line_template WHERE vehicle = ? AND dropped = 0',
  save: `INSERT INTO line_template (vehicle, name, line, version, person, saved_at) VALUES (@vehicle, @name,
    @line, 1, @person, @now)
    ON CONFLICT DO UPDATE SET line = excluded.line, version = version + 1, dropped = 0, person =
    excluded.person, saved_at =
    excluded.saved_at`,
  // Its version stays: the next line of this name goes on from it.
  drop: 'UPDATE line_template SET dropped = 1, version = version + 1 WHERE vehicle = ? AND name = ?',
};

/** A vehicle has so many lines at most: more is a list of something else. */
const MOST = 200;

/** Lines of vehicles, kept to be made again. */
export function templateStore(db: Db, clock: () => string) {
  const list = db.prepare<[string], Row>(SQL.list);
  const one = db.prepare<[string, string], Row>(SQL.one);
  const count = db.prepare<[string], number>(SQL.count).pluck() as { get(vehicle: string): number };
  const save = db.prepare<[Record<string, string>]>(SQL.save);
  const drop = db.prepare<[string, string]>(SQL.drop);
  const shown = ({ line, ...row }: Row): LineTemplate => ({ ...row, line: JSON.parse(line) as LineCutRequest });

  /** Refuses when another is there than the one that was seen; 0 is none. */
  function expect(vehicle: string, name: string, seen: number, mine: unknown): Row | undefined {
    const before = one.get(vehicle, name);
    if ((before?.version ?? 0) !== seen)
      throw conflict(`Somebody else saved "${name}" in the meantime.`, before && shown(before), mine);
    return before;
  }

  return {
    list: (vehicle: string): LineTemplate[] => list.all(vehicle).map(shown),
    save(vehicle: string, name: string, line: LineCutRequest, seen: number, person: string): LineTemplate[] {
      return db.transaction(() => {
        const before = expect(vehicle, name, seen, line);
        if (!before && count.get(vehicle) >= MOST)
          throw badRequest(`This vehicle has ${MOST} lines already: take out what is not used.`, '/line');
        save.run({ vehicle, name, line: JSON.stringify(line), person, now: clock() });
        return list.all(vehicle).map(shown);
      })();
    },
    drop(vehicle: string, name: string, seen: number): void {
      db.transaction(() => {
        if (!expect(vehicle, name, seen, null)) throw notFound(`There is no line "${name}" of this vehicle.`);
        drop.run(vehicle, name);
      })();
    },
  };
}

export type TemplateStore = ReturnType<typeof templateStore>;
