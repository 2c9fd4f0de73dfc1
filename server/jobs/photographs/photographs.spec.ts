import { connect } from 'node:net';
import { deflateSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { testServer, type TestServer } from '../../testing/harness.js';
import { PICTURE_LIMIT, readPicture } from './picture.js';

const chunk = (name: string, data: Buffer): Buffer => {
  const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)];
  length.writeUInt32BE(data.length);
  return Buffer.concat([length, Buffer.from(name, 'latin1'), data, sum]);
};
/** A grey PNG of the given size; the check sums are left out, nothing here reads them. */
function png(width: number, height: number, padding = 0): Buffer {
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.writeUInt8(8, 8);
  const parts = [chunk('IHDR', head), ...(padding > 0 ? [chunk('tEXt', Buffer.alloc(padding, 0x61))] : [])];
  return Buffer.concat([
    Buffer.from('\x89PNG\r\n\x1a\n', 'latin1'),
    ...parts,
    chunk('IDAT', deflateSync(Buffer.alloc((width + 1) * height))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}
const jpeg = Buffer.from('ffd8ffe000104a46494600010100000100010000ffc0000b080014001e01011100ffd9', 'hex');

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const send = (bytes: Buffer, query: string, options: object = {}) =>
  server.ask('POST', `/jobs/1/photographs?${query}`, {
    raw: bytes,
    headers: { 'content-type': 'image/png' },
    ...options,
  });
const photographs = async () =>
  (await server.ask('GET', '/jobs/1')).body.work[0].photographs as {
    id: number;
    shows: string;
    marks: unknown[];
    withdrawn?: object;
  }[];

describe('a photograph', () => {
  it('is kept with the job as it was sent, beside its evidence', async () => {
    const evidence = (await server.ask('GET', '/jobs/1')).body.work[0].evidence[0].id as number;
    const picture = png(60, 40);
    const sent = await send(picture, `shows=the+casting+number&evidence=${evidence}`);
    expect(sent.status).toBe(201);
    const back = await fetch(`${server.address}${sent.headers.get('location') ?? ''}`);
    expect(back.headers.get('content-type')).toBe('image/png');
    expect(Buffer.from(await back.arrayBuffer()).equals(picture)).toBe(true);
    expect(await photographs()).toMatchObject([
      { shows: 'the casting number', evidenceId: evidence, width: 60, height: 40, by: 'Ilse', marks: [] },
    ]);
  });
  it('is marked with what it shows, and withdrawn without being lost', async () => {
    const { id } = (await photographs())[0] ?? { id: 0 };
    const mark = (body: unknown) => server.ask('POST', `/jobs/1/photographs/${id}/marks`, { body });
    expect((await mark({ x: 0.25, y: 0.5, words: '44719' })).status).toBe(204);
    expect((await mark({ x: 0.75, y: 0.5, words: 'cast clock' })).status).toBe(204);
    expect((await mark({ x: 1.5, y: 0.5, words: 'outside' })).status).toBe(400);
    expect((await photographs())[0]?.marks).toEqual([
      { x: 0.25, y: 0.5, words: '44719' },
      { x: 0.75, y: 0.5, words: 'cast clock' },
    ]);
    expect((await server.ask('POST', `/jobs/1/photographs/${id}/withdraw`)).status).toBe(204);
    expect((await photographs())[0]?.withdrawn).toMatchObject({ by: 'Ilse' });
    expect((await server.ask('POST', `/jobs/1/photographs/${id}/withdraw`)).status).toBe(404);
    expect((await mark({ x: 0.1, y: 0.1, words: 'late' })).status).toBe(400);
    expect((await fetch(`${server.address}/api/v1/jobs/1/photographs/${id}`)).status).toBe(200);
  });
  it('may have 10 MB and not a byte more', async () => {
    const frame = png(60, 40, 1).length - 1;
    expect((await send(png(60, 40, PICTURE_LIMIT - frame), 'shows=large')).status).toBe(201);
    const over = await send(png(60, 40, PICTURE_LIMIT - frame + 1), 'shows=larger');
    expect(over).toMatchObject({
      status: 413,
      body: { detail: 'A photograph may have at most 10 MB. Send a smaller one.' },
    });
  });
  it.each([
    ['nothing', Buffer.alloc(0), 'empty'],
    ['a page', Buffer.from('<!doctype html><script>alert(1)</script>'), 'PNG or a JPEG'],
    ['an SVG', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="3" height="3"/>'), 'send a PNG or a JPEG'],
    ['half a PNG', png(60, 40).subarray(0, -20), 'cut off'],
    ['half a JPEG', jpeg.subarray(0, -2), 'cut off'],
  ])('%s is refused in a sentence and not kept', async (_, bytes, words) => {
    const before = (await photographs()).length;
    const answer = await send(bytes, 'shows=x');
    expect(answer.status).toBe(415);
    expect(answer.body.detail).toContain(words);
    expect((await photographs()).length).toBe(before);
  });
  it('needs to say what it shows, on what, and by whom', async () => {
    expect((await send(png(2, 2), 'shows=')).body.detail).toBe('Say what the photograph shows.');
    expect((await send(png(2, 2), 'shows=x&slot=roof')).status).toBe(400);
    expect((await send(png(2, 2), 'shows=x&evidence=99999')).body.detail).toContain('not in this job');
    expect((await send(png(2, 2), 'shows=x', { person: '' })).status).toBe(401);
    expect((await server.ask('GET', '/jobs/2/photographs/1')).status).toBe(404);
    expect((await server.ask('GET', '/jobs/1/photographs/none')).status).toBe(404);
  });
  it('that breaks off on its way leaves nothing behind', async () => {
    const before = (await photographs()).length;
    const { hostname, port } = new URL(server.address);
    await new Promise<void>((done) => {
      const socket = connect(Number(port), hostname, () => {
        socket.write(
          `POST /api/v1/jobs/1/photographs?shows=x HTTP/1.1\r\nhost: ${hostname}\r\nkerabat-person: ` +
            `Ilse\r\ncontent-length: 5000\r\n\r\n`,
        );
        socket.write(png(60, 40), () => socket.destroy());
      });
      socket.on('close', () => done());
    });
    expect((await photographs()).length).toBe(before);
    expect(readPicture(jpeg)).toEqual({ type: 'image/jpeg', width: 30, height: 20 });
  });
});
