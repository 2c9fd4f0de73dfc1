import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { testServer, type TestServer } from '../../testing/harness.js';
import { standIn, type StandIn } from '../../testing/stand-in.js';

/** The check letter worked out once by hand from the rule in docs/stand-ins.md. */
const NUMBER = 'VA12-9905-H-00417-K';

describe('a chassis number', () => {
  let server: TestServer;
  let service: StandIn;
  beforeAll(async () => {
    service = await standIn('chassis', 0, ['--latency', '0']);
    server = await testServer({ chassisUrl: `http://127.0.0.1:${service.port}` });
  });
  afterAll(() => Promise.all([server.close(), service.end()]));
  const read = async (number: string) =>
    (await server.ask('GET', `/chassis/${encodeURIComponent(number)}`)).body as { state: string; sentence: string };
  const failing = async (how: string, number = NUMBER) => {
    service.say(`fail ${how}`);
    const deadline = Date.now() + 3000;
    let answer = await read(number);
    while (answer.state === 'found' && Date.now() < deadline) answer = await read(number);
    service.say('fail none');
    while ((await read(NUMBER)).state !== 'found' && Date.now() < deadline)
      await new Promise((done) => setTimeout(done, 20));
    return answer;
  };

  it('gives the vehicle, the build month and the options', async () => {
    expect(await read(NUMBER)).toMatchObject({ state: 'found', vehicleId: 'v12', built: '1999-05', options: ['H'] });
    expect((await read('va12 9905 h 00417 k')).state).toBe('found');
    expect((await read(NUMBER)).sentence).toContain('not what is there');
  });
  it('with a misread character is noticed', async () => {
    expect(await read('VA12-9906-H-00417-K')).toMatchObject({
      state: 'unknown',
      sentence: expect.stringContaining('misread') as unknown,
    });
    expect(await read('ABC-1')).toMatchObject({ state: 'unknown' });
  });
  it('that cannot be one is refused before anybody is asked', async () => {
    expect((await server.ask('GET', `/chassis/${encodeURIComponent('<b>')}`)).status).toBe(400);
    expect((await server.ask('GET', `/chassis/${'A'.repeat(60)}`)).status).toBe(400);
  });
  it.each([
    ['error', 'no-answer', 'failed (500)'],
    ['garbage', 'no-answer', 'cannot be read'],
    ['hang', 'no-answer', 'did not answer within 0.5 seconds'],
    ['unknown', 'unknown', 'No vehicle is known'],
    ['wrong', 'doubtful', 'another number'],
  ])('when the service answers by %s, it is %s', async (how, state, words) => {
    const answer = await failing(how);
    expect(answer).toMatchObject({ state });
    expect(answer.sentence).toContain(words);
  });
  it('when there is no service, the way by hand is named', async () => {
    const alone = await testServer({ demo: false });
    const answer = (await alone.ask('GET', `/chassis/${NUMBER}`)).body as { state: string; sentence: string };
    await alone.close();
    expect(answer.state).toBe('no-answer');
    expect(answer.sentence).toContain('by hand');
  });
});
