import type { WorkshopSetting } from '@kerabat/contract';
import { SETTING_ROWS, type Settings, settingsProblem, settingsWith } from '@kerabat/core/named/settings';
import type { Db } from '../db/open.js';
import { badRequest, conflict } from '../http/problem.js';

interface SettingsRow {
  readonly key: string;
  readonly value: number;
  readonly version: number;
  readonly by: string;
  readonly at: string;
}

const SQL = {
  all: `SELECT key, value, version, person AS "by", set_at AS at FROM setting`,
  save: `INSERT INTO setting (key, value, version, person, set_at) VALUES (@key, @value, 1, @person, @now)
    ON CONFLICT DO UPDATE SET value = excluded.value, version = version + 1, person = excluded.person, set_at =
    excluded.set_at`,
};

/** The workshop's own figures. */
export function settingsStore(db: Db, clock: () => string) {
  const all = db.prepare<[], SettingsRow>(SQL.all);
  const save = db.prepare<[Record<string, unknown>]>(SQL.save);

  const rows = (): WorkshopSetting[] => {
    const own = new Map(all.all().map((row) => [row.key, row]));
    return SETTING_ROWS.map((row) => {
      const mine = own.get(row.key);
      return {
        ...row,
        value: mine?.value ?? row.standard,
        version: mine?.version ?? 0,
        ...(mine ? { by: mine.by, at: mine.at } : {}),
      };
    });
  };

  // Every computation asks for the settings; this store is the only one that writes them.
  let inForce: Settings | undefined;

  return {
    rows,
    current: (): Settings =>
      (inForce ??= settingsWith(Object.fromEntries(all.all().map((row) => [row.key, row.value])))),
    change(key: string, value: number, seen: number, person: string): WorkshopSetting[] {
      return db.transaction(() => {
        const problem = settingsProblem(key, value);
        if (problem !== undefined) throw badRequest(problem, '/value');
        const before = rows().find((s) => s.key === key);
        if (before?.version !== seen)
          throw conflict('Somebody else changed this setting in the meantime.', before, value);
        save.run({ key, value, person, now: clock() });
        inForce = undefined;
        return rows();
      })();
    },
  };
}

export type SettingsStore = ReturnType<typeof settingsStore>;
