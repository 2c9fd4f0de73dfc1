// The reference for writes: a bare Koa route that inserts one row, on the disk before it is answered, and nothing else;
// at /whole it answers the last body that came to it at /answer, squeezed as ours is. node bench/bare-writes.mjs FILE
import { constants } from 'node:zlib';
import Database from 'better-sqlite3';
import Koa from 'koa';
import compress from 'koa-compress';

const db = new Database(process.argv[2]);
db.pragma('journal_mode = WAL');
db.pragma('synchronous = FULL');
db.exec('CREATE TABLE line (id INTEGER PRIMARY KEY, body TEXT NOT NULL) STRICT');
const insert = db.prepare('INSERT INTO line (body) VALUES (?)');
let whole = '{}';
const app = new Koa();
app.use(compress({ threshold: 2048, br: false, gzip: { level: constants.Z_BEST_SPEED } }));
app.use(async (ctx) => {
  const chunks = [];
  for await (const chunk of ctx.req) chunks.push(chunk);
  const body = Buffer.concat(chunks).toString();
  if (ctx.path === '/answer') {
    whole = body;
    ctx.status = 204;
    return;
  }
  const id = Number(insert.run(body).lastInsertRowid);
  ctx.type = 'json';
  ctx.body = ctx.path === '/whole' ? `{"id":${id},"workspace":${whole}}` : JSON.stringify({ id });
});
const server = app.listen(0, '127.0.0.1', () => console.log(`ready: http://127.0.0.1:${server.address().port}/`));
