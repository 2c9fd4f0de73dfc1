// The reference for writes: a bare Koa route that inserts one row, on the disk before it is answered, and nothing else.
// node bench/bare-writes.mjs FILE
import Database from 'better-sqlite3';
import Koa from 'koa';

const db = new Database(process.argv[2]);
db.pragma('journal_mode = WAL');
db.pragma('synchronous = FULL');
db.exec('CREATE TABLE line (id INTEGER PRIMARY KEY, body TEXT NOT NULL) STRICT');
const insert = db.prepare('INSERT INTO line (body) VALUES (?)');
const app = new Koa();
app.use(async (ctx) => {
  const chunks = [];
  for await (const chunk of ctx.req) chunks.push(chunk);
  ctx.body = { id: Number(insert.run(Buffer.concat(chunks).toString()).lastInsertRowid) };
});
const server = app.listen(0, '127.0.0.1', () => console.log(`ready: http://127.0.0.1:${server.address().port}/`));
