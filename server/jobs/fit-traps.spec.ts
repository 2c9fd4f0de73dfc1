import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { CheckView, Workspace } from '@kerabat/contract';
import { testServer, type TestServer } from '../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

interface Story {
  readonly vehicle: string;
  readonly slot: string;
  readonly built?: string;
  readonly options?: readonly string[];
  readonly old: string;
  /** A unit of the catalogue, or "own:KIND" for one by its dimensions. */
  readonly unit: string;
  /** What is called across the shop of the vehicle, and of the new unit. */
  readonly bench?: readonly string[];
  readonly onNew?: readonly string[];
  readonly more?: readonly (readonly [subject: string, choice: string, detail?: string])[];
}

const decide = (id: number, subject: string, choice: string, detail?: string) =>
  server.ask('PUT', `/jobs/${id}/decisions/${encodeURIComponent(subject)}`, {
    body: { value: { choice, ...(detail === undefined ? {} : { detail }) }, reason: 'test' },
    seen: 0,
  });

async function tell(story: Story): Promise<number> {
  const { vehicle, slot, built = null, options = [], old, unit, bench = [], onNew = [], more = [] } = story;
  const body = { asker: 'x', request: 'replace', complaints: [], words: '', vehicleId: vehicle, built, options, slot };
  const { id } = (await server.ask('POST', '/jobs', { body })).body as { id: number };
  if (old !== '') await decide(id, `old:${slot}`, old);
  await decide(id, `unit:${slot}`, unit);
  for (const [subject, choice, detail] of more)
    expect((await decide(id, subject, choice, detail)).status, subject).toBe(200);
  const say = async (line: string, where: string): Promise<void> => {
    const { status, body: answer } = await server.ask('POST', `/jobs/${id}/bench-line`, {
      body: { line, slot: where },
    });
    expect(status, `${line}: ${answer.detail ?? ''}`).toBe(201);
  };
  for (const line of bench) await say(line, slot);
  for (const line of onNew) await say(line, `unit:${unit.startsWith('own:') ? `own:${slot}` : unit}`);
  return id;
}

const workspace = async (id: number): Promise<Workspace> => (await server.ask('GET', `/jobs/${id}`)).body;

/** The check of a place, with whether the order is held up. */
async function stands(story: Story, check: string): Promise<CheckView & { readonly safe: boolean }> {
  const w = await workspace(await tell(story));
  const found = w.work
    .find((x) => x.slot === story.slot)
    ?.joints.flatMap((j) => j.checks)
    .find((c) => c.id === check);
  if (!found) throw new Error(`no check ${check}`);
  return { ...found, safe: w.safety.safe };
}

const Q2: Pick<Story, 'vehicle' | 'slot' | 'old'> = { vehicle: 'q2', slot: 'brake-master', old: 'ard-sm19' };
const V12: Story = { vehicle: 'v12', slot: 'brake-master', built: '1999-05', old: 'ard-tm23v', unit: 'ard-tm23v' };
const B7: Story = {
  vehicle: 'b7', slot: 'booster', built: '2005-07', old: 'cas-b270b', unit: 'cas-h40b',
  more: [['conversion', 'vacuum-to-hydraulic', 'pump=keep;valve=keep'], ['unit:brake-master', 'cas-tm31b']],
}; // prettier-ignore
const SLAVE: Story = { vehicle: 'q4', slot: 'slave', built: '1998-03', old: 'mor-s20qa', unit: 'own:slave' };
const OWN = [
  'bore 20.64 cal',
  'port single M10x1',
  'port single bubble',
  'port single feeds slave',
  'seals EPDM',
  'held by thread',
];
const CALIPERS: Story = { vehicle: 'v12', slot: 'front-brake', built: '1999-05', old: 'ard-k48v', unit: 'ard-k54v' };

/** Each with the tempting wrong order, and what stops it. */
const TRAPS: readonly (readonly [words: string, story: Story, check: string, state: CheckView['state'], sentence: string])[] = [
  ['an inch nut starts in a metric port and binds', { ...Q2, unit: 'wex-sm19' }, 'thread@front-left', 'does-not-fit', 'stops before the seat closes'],
  ['the same thread with another seat never seals', { ...V12, onNew: ['port rear left inverted'] }, 'seat@rear-left', 'does-not-fit', 'never seal'],
  ['studs that miss by two millimetres', { ...V12, onNew: ['studs 82 cal'] }, 'stud-spacing', 'does-not-fit', '2.00 mm'],
  ['a ruler cannot confirm what a caliper must', { ...Q2, unit: 'own:brake-master', onNew: ['studs 66 ruler'] }, 'stud-spacing', 'not-known', 'use a caliper'],
  ['within its own error a ruler agrees with the record', { ...Q2, unit: 'wex-sm19', onNew: ['studs 66.5 ruler'] }, 'stud-spacing', 'fits', '66 mm'],
  ['a flange that stands at another angle', { ...Q2, unit: 'ard-sm19', onNew: ['flange 60'] }, 'flange-angle', 'does-not-fit', '30° apart'],
  ['a pilot that does not go into the hole', { ...V12, onNew: ['pilot 45 cal'] }, 'pilot', 'does-not-fit', '3.00 mm'],
  ['a rod that is too short for its adjuster', { ...Q2, unit: 'wex-sm19', onNew: ['rod 100 cal', 'rod adjust 5 cal'] }, 'rod-length', 'does-not-fit', 'more than its adjuster takes up'],
  ['a rod that the adjuster takes up is a change, not a misfit', { ...Q2, unit: 'wex-sm19' }, 'rod-length', 'fits-with-change', 'within its adjuster'],
  ['a ball end in a flat recess', { ...Q2, unit: 'wex-sm19', bench: ['rod tip ball'], onNew: ['rod tip flat'] }, 'rod-end', 'does-not-fit', 'ball'],
  ['a rod that nothing holds', { ...Q2, unit: 'wex-sm19', bench: ['rod retention ring'], onNew: ['rod retention none'] }, 'rod-retention', 'does-not-fit', 'none'],
  ['too little thread left in the fork', { ...Q2, unit: 'wex-sm19', onNew: ['rod thread M8x1.25', 'rod engaged 7 cal'] }, 'rod-engaged', 'does-not-fit', 'pull off'],
  ['a clevis pin that is loose in its fork', { ...Q2, unit: 'wex-sm19', onNew: ['clevis 10 cal'] }, 'clevis-pin', 'does-not-fit', '2.00 mm'],
  ['ports and reservoir of the other driving side', { ...V12, onNew: ['driving side left'] }, 'driving-side', 'does-not-fit', 'right'],
  ['no clearance at the pin: the brakes drag', { ...V12, onNew: ['recess 13.2 cal'] }, 'recess-depth', 'fits-with-change', 'cannot release'],
  ['a plate that lies between the faces adds to the clearance', { ...V12, bench: ['plate 1.6 cal'] }, 'recess-depth', 'fits-with-change', 'over'],
  ['an insert in the recess takes it away, and a staked pin cannot follow', { ...V12, bench: ['booster pin 13.4 cal', 'pin adjustable fixed'], onNew: ['insert 1.6 cal'] }, 'recess-depth', 'does-not-fit', 'cannot be adjusted'],
  ['studs too short for a bracket under the nut', { ...Q2, unit: 'wex-sm19', bench: ['under nut 8 cal'] }, 'flange-thickness', 'does-not-fit', 'too short'],
  ['a body that reaches into the strut tower', { ...Q2, unit: 'wex-sm19', onNew: ['reach left 88 ruler'] }, 'reach-left', 'does-not-fit', 'fouls'],
  ['what projects behind the bulkhead', { ...B7, bench: ['room behind 30 ruler'] }, 'reach-behind', 'does-not-fit', 'fouls'],
  ['two fluids in one system ruin the seals', { ...V12, bench: ['cap mineral'] }, 'seals', 'does-not-fit', 'ruins EPDM'],
  ['a connector that only looks alike', { ...V12, onNew: ['sensor round 3-pin'] }, 'sensor', 'does-not-fit', 'connector'],
  ['the old sensor does not go into the new thread', { ...V12, onNew: ['sensor round 3-pin', 'sensor thread M12x1.5'], more: [['fix:brake-master/sensor', 'accepted']] }, 'sensor', 'does-not-fit', 'connector'],
  ['a brake-light switch that is left out', { ...V12, bench: ['brake light switch grey 2-pin'], onNew: ['brake light switch none'] }, 'brake-light-switch', 'does-not-fit', 'brake light would be lost'],
  ['a reservoir of another kind', { ...V12, onNew: ['reservoir remote'] }, 'reservoir', 'does-not-fit', 'old reservoir is clipped'],
  ['a clutch that drinks from a reservoir without a nipple', { ...V12, bench: ['clutch feed brake-reservoir'], onNew: ['feed nipple none'] }, 'clutch-feed', 'does-not-fit', 'no nipple'],
  ['a proportioning valve that is doubled', { ...V12, bench: ['line valve proportioning'], onNew: ['valve proportioning'] }, 'valve-in-body', 'does-not-fit', 'doubled'],
  ['a proportioning valve that is lost', { ...V12, bench: ['valve proportioning', 'line valve none'] }, 'valve-in-body', 'does-not-fit', 'balance between the axles'],
  ['a pump that gives too little', { ...B7, bench: ['pump flow 6.5 l/min'] }, 'flow-wanted', 'does-not-fit', 'too little'],
  ['a relief pressure that is too low', { ...B7, bench: ['relief pressure 75 bar'] }, 'pressure-wanted', 'does-not-fit', 'too little'],
  ['a pump without the second return', { ...B7, bench: ['pump returns 1'] }, 'returns-wanted', 'does-not-fit', 'too little'],
  ['a pressure hose with the other end', { ...B7, bench: ['pressure thread M16x1.5', 'pressure end flare-37'] }, 'pressure-end', 'does-not-fit', 'flare 37'],
  ['a pump that runs on the wrong fluid', { ...B7, bench: ['assist fluid mineral'] }, 'assist-fluid', 'does-not-fit', 'seals would be ruined'],
  ['a slave that lacks its foot tilts', { ...SLAVE, onNew: [...OWN, 'studs 60 cal', 'foot none', 'travel 22 cal', 'bleeder top'] }, 'foot', 'does-not-fit', 'tilts'],
  ['a bleeder that was shipped in the lower hole', { ...SLAVE, onNew: [...OWN, 'studs 60 cal', 'foot present', 'travel 22 cal', 'bleeder bottom'] }, 'bleeder', 'does-not-fit', 'top'],
  ['a slave whose rod does not go far enough', { ...SLAVE, onNew: [...OWN, 'studs 60 cal', 'foot present', 'travel 17 cal', 'bleeder top'] }, 'travel', 'does-not-fit', 'Too little to release'],
  ['a line that is held by a pin in a port with a thread', { ...SLAVE, bench: ['held by pin'], onNew: OWN }, 'line-retention', 'does-not-fit', 'pin'],
  ['a disc that the old caliper took', CALIPERS, 'disc', 'does-not-fit', '20.00 mm'],
  ['a caliper that fouls the wheel', { ...CALIPERS, bench: ['wheel inside 165 ruler'] }, 'sweep', 'does-not-fit', 'fouls'],
  ['a caliper behind the spokes', { ...CALIPERS, bench: ['spoke room 41 ruler'] }, 'overhang', 'does-not-fit', 'fouls'],
  ['a hose that is short at droop', { vehicle: 'v10', slot: 'front-brake', old: 'ard-k48v', unit: 'ard-k48v', bench: ['hose lock 310 ruler', 'hose droop 352 ruler', 'hose bump 250 ruler'] }, 'hose-length', 'does-not-fit', 'it pulls'],
  ['a tab beside the caliper', { ...CALIPERS, bench: ['tab present'] }, 'tab', 'does-not-fit', 'fouls the hose'],
]; // prettier-ignore

describe('the wrong part that was about to be ordered', () => {
  it.each(TRAPS)('%s', async (_, story, check, state, sentence) => {
    const found = await stands(story, check);
    expect(found.sentence).toContain(sentence);
    expect(found.state).toBe(state);
    if (state === 'does-not-fit' || state === 'not-known') expect(found.safe).toBe(false);
  });

  it('the third line finds no outlet, and a tee with a short line takes it in', async () => {
    const story: Story = { vehicle: 't20', slot: 'brake-master', old: 'ard-tm19t3', unit: 'ard-tm19t' };
    const id = await tell(story);
    const lines = (w: Workspace) => (w.work[0]?.joints ?? []).filter((j) => j.id.startsWith('master-line'));
    const before = lines(await workspace(id));
    const lost = before.flatMap((j) => j.checks).find((c) => c.state === 'does-not-fit');
    expect(lost?.sentence).toContain('There is no port for the line at front right');
    expect(lost?.fixes.map((r) => r.row)).toEqual(['tee']);
    await decide(id, `fix:brake-master/${lost?.fixes[0]?.key ?? ''}`, 'accepted');
    const after = await workspace(id);
    expect(lines(after).map((j) => j.state)).not.toContain('does-not-fit');
    expect(after.partsList.some((line) => line.words.startsWith('Tee, M10x1.0') && line.number?.startsWith('WX'))).toBe(
      true,
    );
    expect(after.workCard.map((s) => s.words)).toContain('Start all three joints by hand, then tighten');
  });
  it(
    'an adapter that closes the thread stands out into the strut tower, and that is said before it ' + 'is taken',
    async () => {
      const id = await tell({ ...Q2, unit: 'wex-sm19', onNew: ['reach left 70 ruler'] });
      const checks = (await workspace(id)).work[0]?.joints.flatMap((j) => j.checks) ?? [];
      const ways = checks.find((c) => c.id === 'thread@front-left')?.fixes ?? [];
      expect(ways.map((r) => r.row)).toEqual(['adapter', 'reflare']);
      expect(ways[0]?.after).toMatchObject({ state: 'fits-with-change', opens: ['reach to the left of the bore'] });
      expect(ways[1]?.after?.opens).toEqual([]);
      await decide(id, 'fix:brake-master/adapter@front-left', 'accepted');
      expect((await workspace(id)).safety.sentence).toContain('reach to the left of the bore does not fit');
    },
  );
  it('what stops the wrong part does not stop the right one: the same unit under another number', async () => {
    const w = await workspace(await tell({ ...V12, unit: 'ard-tm23v' }));
    expect(w.safety).toMatchObject({ safe: true });
  });
  it('a unit that is in no catalogue is measured, and nothing of it is guessed', async () => {
    const id = await tell({ ...Q2, unit: 'own:brake-master', more: [] });
    const w = await workspace(id);
    expect(w.work[0]?.chosen).toMatchObject({ unitId: 'own:brake-master', name: 'unit by its dimensions' });
    expect(w.safety.safe).toBe(false);
    expect(w.measurements.filter((m) => m.group === 'new-unit').map((m) => m.attribute)).toEqual(
      expect.arrayContaining(['stud-spacing', 'rod-length', 'seals', 'port-thread']),
    );
  });
});
