import type { ConversionRow } from './types.js';

const MASTER_ASKS = ['stud-spacing', 'stud-length', 'reach-front', 'room-front', 'valve-in-body'] as const;
const START_BY_HAND = { group: 'fit', words: 'Start every nut by hand before any is tightened; leave the unit loose until all lines have caught' } as const;
const BENCH_BLEED = { group: 'bleed', words: 'Bench-bleed the master, ends under the fluid; never stroke it to its end', minutes: 15 } as const;
const WHEELS = { group: 'bleed', words: 'Bleed the wheels in the order of the workshop or of the maker', minutes: 40 } as const;
export const PROVE = [
  { group: 'prove', words: 'Hold the pedal for two minutes: it must not sink, and nothing may be wet' },
  { group: 'prove', words: 'Wheels turn freely with the pedal up, warm and cold' },
  { group: 'prove', words: 'First stops at walking pace, straight; look again for leaks' },
] as const;
const LAW = 'A changed brake may need an inspector’s approval before the road.';

/** Conversions of masters and their lines. */
// prettier-ignore
export const MASTER_CONVERSIONS: readonly ConversionRow[] = [
  {
    id: 'single-to-dual', words: 'one circuit to two', system: 'brake',
    about: 'A tandem master and a circuit for each axle, so that one leak leaves half of the brakes.',
    needs: [{ fact: 'place', slot: 'brake-master', is: ['yes'], because: 'It has no master on record.' }],
    roles: [{ slot: 'brake-master', kind: 'brake-master', words: 'tandem master', wanted: [{ attribute: 'port-count', is: [2, 3] }] }],
    asks: { 'brake-master': [...MASTER_ASKS, 'rod-end', 'rod-retention', 'pedal-height', 'linkage', 'driving-side'] },
    changes: [],
    parts: [
      { key: 'plug-old', does: 'cap', words: 'Plug for the old outlet to the other axle, at the junction', why: 'each axle has its own line now' },
      { key: 'rear-union', does: 'add', words: 'Union on the rear line', why: 'the old lines meet at the junction, not at the master', wants: { kind: 'union' } },
      { key: 'rear-line', does: 'add', words: 'Line from the second outlet to the rear union, from a wire template', why: 'line lengths never match an old vehicle', wants: { kind: 'line' } },
      { key: 'warning', does: 'add', words: 'Warning valve with switch', why: 'half a brake is not noticed at every stop', wants: { kind: 'valve' }, when: { choice: 'warning', is: ['fitted'] } },
      { key: 'boot', does: 'add', words: 'Boot for the rod', why: 'the old one does not go over the new master' },
      { key: 'old-rod', does: 'keep', words: 'Old push rod', why: 'it often stays: compare its length and its end', when: { choice: 'rod', is: ['old'] } },
    ],
    tools: ['flare wrenches', 'flaring tool', 'tube bender', 'wire for a template'],
    steps: [{ group: 'before', words: 'Measure pedal height and rod length before anything is taken off' }, START_BY_HAND, BENCH_BLEED, WHEELS,
      { group: 'bleed', words: 'Lock the shuttle of the warning valve in its middle while bleeding, where its maker says so', when: { choice: 'warning', is: ['fitted'] } }, ...PROVE,
      { group: 'prove', words: 'Open one bleeder, press slowly: the other circuit must still hold; close and bleed again' }],
    mated: [],
    watch: ['Drums want residual pressure: look where it was held in the old single master.', 'Which port feeds which axle is on the unit’s sheet, not in its looks.'],
    choices: [
      { id: 'warning', words: 'Warning valve', options: [{ id: 'fitted', words: 'fitted, with a lamp', argues: 'a lost circuit shows at once' }, { id: 'none', words: 'left out', argues: 'fewer joints; the pedal tells by its travel' }] },
      { id: 'rod', words: 'Push rod', options: [{ id: 'old', words: 'keep the old rod', argues: 'length and pedal height stay as they were' }, { id: 'adjustable', words: 'adjustable rod', argues: 'the new recess is seldom as deep' }] },
    ],
    cautions: [LAW],
  },
  {
    id: 'three-to-two', words: 'three outlets to two', system: 'brake',
    about: 'The front pair joined by a tee, because the new master has two outlets where the old one had three.',
    needs: [{ fact: 'outlets', is: ['3'], because: 'Its master has not three outlets.' }],
    roles: [{ slot: 'brake-master', kind: 'brake-master', words: 'two-outlet master', wanted: [{ attribute: 'port-count', is: [2] }] }],
    asks: { 'brake-master': ['reach-left', 'reach-right', 'room-left', 'room-right'] },
    changes: [],
    parts: [
      { key: 'tee', does: 'add', words: 'Tee for the front pair, with its bolt', why: 'two front lines, one outlet', wants: { kind: 'tee' }, when: { choice: 'joining', is: ['pieces'] } },
      { key: 'short-line', does: 'add', words: 'Short line from tee to outlet', why: 'the tee sits beside the master', wants: { kind: 'line' }, when: { choice: 'joining', is: ['pieces'] } },
      { key: 'nuts', does: 'add', words: 'Tube nuts for the short line', quantity: 2, why: 'one for each end', wants: { kind: 'tube-nut' }, when: { choice: 'joining', is: ['pieces'] } },
      { key: 'set', does: 'add', words: 'Ready-made adapter set, three outlets to two', why: 'tee, line and nuts in one bag', wants: { kind: 'kit' }, when: { choice: 'joining', is: ['set'] } },
      { key: 'plug', does: 'cap', words: 'Plug for what stays open at the old junction', why: 'no open end' },
    ],
    tools: ['flare wrenches', 'flaring tool', 'tube cutter'],
    steps: [{ group: 'before', words: 'Gauge the thread and look at the seat of each of the three lines; they often differ' },
      { group: 'fit', words: 'Fix the tee to the body, never hang it on the lines' }, START_BY_HAND, BENCH_BLEED, WHEELS, ...PROVE],
    mated: [],
    watch: ['Cross-threading: start all joints before tightening any.', 'A kit’s price against its pieces: compare both sums.'],
    choices: [{ id: 'joining', words: 'Tee bought or made', options: [{ id: 'pieces', words: 'from pieces', argues: 'a fraction of the price; the threads are chosen line by line' }, { id: 'set', words: 'ready-made set', argues: 'nothing is forgotten, nothing to flare' }] }],
    cautions: [LAW],
  },
  {
    id: 'universal-master', words: 'original to universal master', system: 'brake',
    about: 'The original cannot be had; a universal unit is adapted by its dimensions.',
    needs: [{ fact: 'place', slot: 'brake-master', is: ['yes'], because: 'It has no master on record.' }],
    roles: [{ slot: 'brake-master', kind: 'brake-master', words: 'universal master, by its dimensions' }],
    asks: { 'brake-master': ['flange-angle', 'rod-engaged', 'rod-thread', 'reach-front', 'reach-up', 'room-front', 'room-up', 'pedal-height', 'rod-end'] },
    changes: [],
    parts: [
      { key: 'bracket', does: 'add', words: 'Bracket from steel angle', why: 'bolt pattern and flange angle seldom match', when: { choice: 'mounting', is: ['bracket'] } },
      { key: 'nut', does: 'add', words: 'Tube nut for the re-flared line', why: 'another thread', wants: { kind: 'tube-nut' } },
      { key: 'nipple', does: 'add', words: 'Threaded feed nipple and feed hose with two clamps', why: 'a remote reservoir feeds it' },
    ],
    tools: ['flaring tool', 'fine saw and die for the rod', 'caliper'],
    steps: [{ group: 'before', words: 'Look whether it fits under the floor or behind the bulkhead at all, with a paper model' },
      { group: 'parts', words: 'Rod: adjust first, cut last; count the turns that stay in the fork', caution: 'A rod that is cut too short cannot be made longer; welding it is work for a licensed welder.' },
      START_BY_HAND, BENCH_BLEED, WHEELS, ...PROVE],
    mated: [],
    watch: ['Steel, not improvised: what flexes under a panic stop is no bracket.', 'A bore that is not the original’s changes the pedal.'],
    choices: [
      { id: 'rod', words: 'Rod', options: [{ id: 'adjust', words: 'adjust', argues: 'nothing is lost' }, { id: 'cut', words: 'cut', argues: 'a clean end, when the adjuster has no more range' }] },
      { id: 'mounting', words: 'Mounting', options: [{ id: 'bracket', words: 'bracket', argues: 'the bulkhead stays as it was' }, { id: 'direct', words: 'on the bulkhead', argues: 'nothing can flex' }] },
    ],
    cautions: [LAW],
  },
  {
    id: 'sibling-master', words: 'larger master or booster from a sibling', system: 'brake',
    about: 'The heavier sister’s master, with its booster or without: shorter pedal, more effort.',
    needs: [{ fact: 'place', slot: 'brake-master', is: ['yes'], because: 'It has no master on record.' }],
    roles: [
      { slot: 'brake-master', kind: 'brake-master', words: 'master of the sister vehicle' },
      { slot: 'booster', kind: 'booster', words: 'booster of the sister vehicle', when: { choice: 'booster', is: ['too'] } },
    ],
    asks: { 'brake-master': ['recess-depth', 'sensor-thread', 'seal-ring', 'force-limit'], booster: ['reach-front', 'room-front', 'output-force'] },
    changes: [],
    parts: [
      { key: 'sensor', does: 'move', words: 'Sensor from the old master', why: 'same place, often another connector' },
      { key: 'clip', does: 'add', words: 'Bracket or clip for the lines', why: 'the ports sit elsewhere' },
      { key: 'seal', does: 'add', words: 'Seal ring between booster and master', why: 'a flattened one leaks vacuum; by the pilot of the master' },
    ],
    tools: ['depth gauge', 'flare wrenches'],
    steps: [{ group: 'before', words: 'Recess of the new master and pin of the booster, both with a depth gauge from the mating face' }, START_BY_HAND, BENCH_BLEED, WHEELS, ...PROVE],
    mated: ['brake-master', 'booster'],
    watch: ['Effort rises as travel falls: say it to whoever drives it.'],
    choices: [{ id: 'booster', words: 'Booster', options: [{ id: 'stays', words: 'keep the booster', argues: 'one joint less to change' }, { id: 'too', words: 'change it too', argues: 'the larger master wants more force; both fit each other' }] }],
    cautions: [LAW],
  },
  {
    id: 'self-shifting-to-manual', words: 'self-shifting to manual clutch hydraulics', system: 'clutch',
    about: 'A clutch master, slave, line and feed where there were none.',
    needs: [{ fact: 'gearbox', is: ['self-shifting'], because: 'It has a manual gearbox already.' }],
    roles: [
      { slot: 'clutch-master', kind: 'clutch-master', words: 'clutch master of the manual sister' },
      { slot: 'slave', kind: 'slave', words: 'slave of the same side of the change' },
    ],
    asks: { 'clutch-master': ['clutch-feed', 'feed-nipple', 'start-switch', 'stud-length', 'pedal-height'], slave: ['travel', 'line-retention'] },
    changes: [],
    parts: [
      { key: 'hard-line', does: 'add', words: 'Hard line from master to slave hose', why: 'made for the one side of the change: same side as master and slave', wants: { kind: 'line' } },
      { key: 'hose', does: 'add', words: 'Flexible hose to the slave', why: 'engine and gearbox move', wants: { kind: 'hose' } },
      { key: 'feed', does: 'add', words: 'Feed hose with two clamps', why: 'the job stops for one missing clamp' },
      { key: 'start-switch', does: 'add', words: 'Start-lockout switch', why: 'without it the engine starts in gear' },
      { key: 'grommet', does: 'add', words: 'Bulkhead grommet for the line', why: 'a line through bare steel wears through' },
      { key: 'bolt', does: 'add', words: 'Longer bolt where a switch sits under the nut', why: 'bolt lengths differ by position' },
      { key: 'pedal-box', does: 'add', words: 'Pedal box with clutch pedal', why: 'the self-shifting one has no clutch pedal' },
    ],
    tools: ['flare wrenches', 'pin punch'],
    steps: [
      { group: 'before', words: 'Settle the side of the production change first: pipe, master and slave of the same side' },
      { group: 'fit', words: 'Keep the caps on until the pipe is in' },
      { group: 'fit', words: 'Open the feed nipple of the brake reservoir last', caution: 'An open nipple empties the brake reservoir.' },
      { group: 'bleed', words: 'Bleed the slave; breakaway straps on a new slave stay on', minutes: 20 },
      { group: 'prove', words: 'Slave travel with the pedal down, against the release travel; gears engage without a crunch' },
      { group: 'prove', words: 'It does not start with the pedal up' },
    ],
    mated: ['clutch-master', 'slave'],
    watch: ['A pipe made for after the change does not take the cylinder made for before it.'],
    choices: [{ id: 'feed', words: 'Fluid', options: [{ id: 'shared', words: 'from the brake reservoir', argues: 'as the factory did it: one cap to watch' }, { id: 'own', words: 'a reservoir of its own', argues: 'a clutch leak does not take the brake fluid' }] }],
    cautions: ['Vehicle on stands, never on the jack alone.'],
  },
];
