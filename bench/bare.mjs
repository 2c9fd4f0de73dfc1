// The reference: a bare Koa server over the same catalogue that runs the same statements and the same walk, and nothing
// else. node bench/bare.mjs CATALOGUE
import Database from 'better-sqlite3';
import Koa from 'koa';
import { walkInterchange } from '@kerabat/core/find/interchange';
import { searchKeys } from '@kerabat/core/named/number';
import { STANDARD_SETTINGS } from '@kerabat/core/named/settings';
import { NUMBERS_BY_LOOSE, PREFIXES } from '../server/dist/catalogue/records/numbers.js';
import { interchangeStore } from '../server/dist/ask/interchange/store.js';

const db = new Database(process.argv[2], { readonly: true });
const byLoose = db.prepare(NUMBERS_BY_LOOSE);
const prefixes = db.prepare(PREFIXES);
const unitId = db.prepare('SELECT id FROM unit WHERE key = ?');
const { reader } = interchangeStore(db);

const app = new Koa();
app.use((ctx) => {
  if (ctx.path === '/numbers') {
    const keys = searchKeys(
      String(ctx.query.q),
      prefixes.all().map((p) => p.prefix),
    );
    ctx.body = byLoose.all(JSON.stringify(keys), 20);
  } else {
    ctx.body = walkInterchange(`u:${unitId.get(String(ctx.query.unit)).id}`, reader().source, STANDARD_SETTINGS);
  }
});
const server = app.listen(0, '127.0.0.1', () => console.log(`ready: http://127.0.0.1:${server.address().port}/`));
