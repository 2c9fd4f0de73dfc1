import type { Asked } from './calling.js';
import type { Route, RouteId } from './routes.js';

/** One request of each operation, in the order in which they can be made of a server that has nothing yet. */

/** What another operation of these examples answered, by where it stands there: "acts/0/id". */
export interface FromAnswer {
  readonly of: RouteId;
  readonly at: string;
}
/** It stands wherever a value may stand. */
const from = (of: RouteId, at: string): never => ({ of, at }) as never;

export interface Example {
  readonly at?: Readonly<Record<string, unknown>>;
  readonly query?: Readonly<Record<string, unknown>>;
  readonly body?: unknown;
  readonly seen?: unknown;
  readonly file?: ExampleFile;
}
/** A file as it is sent: its text, or its bytes in base 64. */
export interface ExampleFile {
  readonly name: string;
  readonly type: string;
  readonly text?: string;
  readonly base64?: string;
}

type ExampleOf<R extends Route> = R extends { file: readonly string[] }
  ? Omit<Asked<R>, 'body'> & { readonly file: ExampleFile }
  : Asked<R>;
type Examples = { readonly [R in Route as R['id']]: ExampleOf<R> };

const mm = (value: number) => ({ value, unit: 'mm' }) as const;
const N = (value: number) => ({ value, unit: 'N' }) as const;
const MPa = (value: number) => ({ value, unit: 'MPa' }) as const;
const inch = (value: number) => ({ value, unit: 'in' }) as const;

const SETUP = {
  name: 'as it comes',
  master: { bore: mm(23.8125), efficiency: 0.95 },
  booster: { ratio: 4, assist: N(2600) },
  front: { kind: 'disc', pistons: [mm(54)], friction: 0.38, radius: mm(112), pushOut: MPa(0.05) },
  rear: { kind: 'drum', cylinder: mm(19.05), factor: 2.3, radius: mm(100), pushOut: MPa(0.3) },
} satisfies Examples['whichBore']['body']['setup'];
const COMPARED = {
  vehicle: { mass: 1420, frontShare: 0.56, height: mm(560), wheelbase: mm(2550), tyreRadius: mm(298), pedalRatio: 4.2 },
  setups: [SETUP],
} satisfies Examples['compareFeel']['body'];

const LINE = {
  tube: '3/16 in',
  legs: [mm(180), mm(240), mm(95)],
  bends: [
    { angle: 90, radius: mm(16) },
    { angle: 45, radius: mm(16) },
  ],
  ends: [
    { flare: 'inverted-flare', nut: '3/8-24 UNF' },
    { flare: 'inverted-flare', nut: '3/8-24 UNF' },
  ],
  allowance: mm(3.5),
} satisfies Examples['cutLine']['body'];

const PIXEL = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';

const CHAIN = {
  parts: [
    {
      id: 'booster',
      kind: 'booster',
      facts: [{ attribute: 'stud-spacing', position: 'master', value: 80, rests: 'measured' }],
    },
    { id: 'master', kind: 'brake-master', facts: [{ attribute: 'stud-spacing', value: 80, rests: 'measured' }] },
  ],
  joints: [{ id: 'flange', kind: 'mount', between: ['booster@master', 'master'] }],
  edits: [],
} satisfies Examples['checkChain']['body'];

const job = { id: from('openJob', 'id') };
const sent = { id: from('sendImport', 'id') };

export const EXAMPLES: Examples = {
  bringInDemo: {},
  vehicles: { query: { q: 'v12' } },
  vehicle: { at: { id: 'v12' } },
  units: { query: { kind: 'brake-master', limit: 20 } },
  unit: { at: { id: 'ard-tm22vs' } },
  kit: { at: { id: 'ka-22' } },
  paired: { at: { id: 'ard-tm22vs' } },
  otherBores: { at: { id: 'ard-tm22vs' } },
  interchange: { at: { id: 'ard-tm22vs' }, query: { geometry: 5 } },
  interchangePaths: { at: { id: 'ard-tm22vs', node: from('interchange', 'entries/0/node') } },
  numbers: { query: { q: 'A 23-816' } },
  resolveNumbers: { body: { numbers: ['A 23-816', 'KA 22'] } },
  find: { query: { q: 'V12 master sinks' } },
  catalogue: {},
  settings: {},
  changeSetting: { at: { key: 'enoughToOrder' }, seen: from('settings', 'settings/0/version'), body: { value: 0.97 } },
  conversions: {},
  planConversion: { at: { id: 'single-to-dual' }, body: { vehicleId: 'q2', choices: {} } },
  identify: {
    body: {
      kind: 'brake-master',
      vehicleId: 'v12',
      slot: 'brake-master',
      evidence: [{ attribute: 'casting-number', kind: 'mark', value: '44719' }],
    },
  },
  checkChain: { body: CHAIN },
  solveChain: { body: CHAIN },
  chassis: { at: { number: 'VA12-9905-H-00417-K' } },
  readings: {},

  openJob: {
    body: {
      asker: 'Tunnel Works',
      request: 'replace',
      complaints: ['sinking-pedal'],
      words: 'the pedal sinks at a stop',
      vehicleId: 'v12',
      built: '1999-05',
      options: [],
      slot: 'brake-master',
    },
  },
  jobs: { query: { q: 'tunnel' } },
  job: { at: job },
  changeJob: { at: job, seen: 1, body: { words: 'the pedal sinks at a stop, on the left one' } },
  addEvidence: { at: job, body: { attribute: 'casting-number', kind: 'mark', value: '44719' } },
  addBenchLine: { at: job, body: { line: 'bore 22.2 cal' } },
  withdrawEvidence: { at: { ...job, evidenceId: from('addBenchLine', 'id') } },
  addPhotograph: {
    at: job,
    query: { shows: 'the casting' },
    file: { name: 'casting.png', type: 'image/png', base64: PIXEL },
  },
  photograph: { at: { ...job, photographId: from('addPhotograph', 'id') } },
  markPhotograph: {
    at: { ...job, photographId: from('addPhotograph', 'id') },
    body: { x: 0.5, y: 0.5, words: 'here' },
  },
  withdrawPhotograph: { at: { ...job, photographId: from('addPhotograph', 'id') } },
  decide: {
    at: { ...job, subject: 'old:brake-master' },
    seen: 0,
    body: { value: { choice: 'ard-tm22vs' }, reason: 'read on the casting' },
  },
  decideAll: {
    at: job,
    body: { decisions: [{ subject: 'unit:brake-master', value: { choice: 'ard-tm22vs' }, reason: 'same', seen: 0 }] },
  },
  editPartsList: { at: { ...job, key: 'brake-master/unit' }, seen: 0, body: { note: 'two days' } },
  addToPartsList: { at: job, body: { section: 'order', words: 'A rag', quantity: 1, reason: 'always' } },
  solveJob: { at: job, body: { minutes: 120 } },
  jobInput: { at: job },
  jobEvents: { at: job, query: { after: 0 } },
  jobTouched: { at: job },
  measureSheet: { at: job },
  workCard: { at: job },
  partsListCsv: { at: job },
  partsListJson: { at: job },
  partsListPdf: { at: job },
  undecide: { at: { ...job, subject: 'unit:brake-master' }, seen: 1 },

  vehicleLines: { at: { id: 'v12' } },
  keepLine: { at: { id: 'v12', name: 'rear left' }, seen: 0, body: { line: LINE } },
  dropLine: { at: { id: 'v12', name: 'rear left' }, seen: 1 },

  identifyBore: { body: { diameter: mm(22.2), instrument: 'caliper' } },
  changeBore: { body: { kind: 'brake-master', from: mm(22.2), to: inch(1) } },
  rodGap: { body: { recessDepth: mm(10.4), pinProtrusion: mm(9.6) } },
  rodEngagement: { body: { rodThread: 'M8x1.25', turnsShowing: 6, threadLength: mm(30) } },
  compareRods: { body: { by: 'depth', old: mm(12.4), new: mm(11.1) } },
  compareFeel: { body: COMPARED },
  printFeel: { body: { compare: COMPARED, title: 'The larger master' } },
  whichBore: {
    body: { vehicle: COMPARED.vehicle, setup: SETUP, effort: { at: 0.6, from: N(100), to: N(200) } },
  },
  clutchTravel: { body: { pedalTravel: mm(150), pedalRatio: 6, masterBore: mm(19.05), slaveBore: mm(22.2) } },
  routes: {
    body: {
      port: { thread: 'M10x1.0', seat: 'inverted-flare', gender: 'female' },
      line: { tube: '3/16 in', nut: '3/8-24 UNF', flare: 'inverted-flare' },
    },
  },
  cutLine: { body: LINE },
  linePoints: { body: { text: 'x,y,z\n0,0,0\n180,0,0\n180,240,0' } },
  lineFile: { body: { ...LINE, file: 'csv' } },
  hoseLength: { body: { needed: { bump: mm(310), droop: mm(420) }, ends: [{}, {}], bendRadius: mm(60) } },
  identifyThread: { body: { gender: 'male', diameter: mm(9.9), pitch: mm(1), instrument: 'caliper' } },
  mateThreads: { body: { male: 'M10x1.0', female: '3/8-24 UNF' } },
  readThread: { body: { text: '3/8 by 24' } },
  readQuantity: { body: { text: '1-1/16 in', expects: 'length' } },

  addOutcome: {
    body: { link: 'l001', result: 'fitted', reason: 'on the bench' },
  },
  withdrawOutcome: { at: { id: from('addOutcome', 'id') } },
  importTables: {},
  sendImport: {
    file: {
      name: 'makers.csv',
      type: 'text/csv',
      text: 'maker,name,role\nneuhammer,Neuhammer,vehicles\nno-name,,nobody\n',
    },
  },
  import: { at: sent },
  importEvents: { at: sent },
  matchImport: { at: sent, body: { sheet: from('import', 'sheets/0/sheet'), table: 'makers', headingLine: 1 } },
  runImport: { at: sent, body: { mapping: from('import', 'mapping'), dryRun: true } },
  importRejects: { at: { ...sent, sheet: 0 } },
  readImportAs: { at: sent, query: { encoding: 'utf-8' } },
  cancelImport: { at: sent },
  export: { at: { format: 'graphml' } },
  audit: {},
  settle: {
    body: {
      fingerprint: from('audit', 'findings/0/fingerprint'),
      reason: 'both were measured',
      act: { kind: 'accept' },
    },
  },
  withdrawAcceptance: { at: { id: 1 } },
  recordNext: {},
  tryRecordNext: {},
  recordNextCsv: {},
  trial: {},
  addLink: { body: { from: 'unit:ard-sm19', to: 'unit:wex-sm19', kind: 'with-changes', note: 'its rod is cut' } },
  history: { query: { limit: 5 } },
  undoAct: { at: { id: from('history', 'acts/0/id') } },
  demo: {},
  removeDemo: {},
};
