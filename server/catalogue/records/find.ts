import type { Found, JobRow, NumberView, Vehicle } from '@kerabat/contract';
import { type Call, COMPLAINTS, readCall } from '@kerabat/core/find/ask';
import { BORE_SIZES, identifyBore } from '@kerabat/core/named/bore';
import { STANDARD_SETTINGS } from '@kerabat/core/named/settings';
import { readThread } from '@kerabat/core/named/thread';
import { readQuantity, toBase } from '@kerabat/core/base/units';
import { jobNumber } from '@kerabat/core/tell/words';
import { findSlot } from '@kerabat/core/vehicle/place';
import { fluidAnswers, kitAnswers } from './answers.js';
import type { Stores } from './needs.js';

type Hit = Found['hits'][number];

/** The quick box: says what it took the text for, and answers hits of every kind with the likeliest kind first. */
export function find(query: string, stores: Stores): Found {
  if (query === '') return { query, takenFor: 'nothing yet', hits: [] };
  const thread = readThread(query);
  const threads: Hit[] =
    thread.designation === undefined
      ? []
      : [
          {
            kind: 'thread',
            id: thread.designation,
            words: thread.designation,
            detail: thread.unusual ?? 'a thread that hydraulics use',
          },
        ];
  const found = stores.numbers.find(query, 8);
  const sure = [...found.exact, ...found.normalised, ...found.near];
  const vehicles: Hit[] = stores.vehicles
    .search({ q: query, maker: '', series: '', built: '', option: '', assistance: '', limit: 6 })
    .vehicles.map((v) => ({
      kind: 'vehicle',
      id: v.id,
      words: `${v.maker} ${v.name}`,
      detail: `${v.series}, built ${v.builtFrom} to ${v.builtTo ?? 'now'}`,
    }));
  const isMeant = (job: JobRow): boolean =>
    /^\d+$/.test(query)
      ? job.id === Number(query)
      : `${job.asker} ${job.vehicle}`.toLowerCase().includes(query.toLowerCase());
  const jobs: Hit[] = stores.jobs.list(namesOf(stores), { limit: 6, matches: isMeant }).jobs.map((job) => ({
    kind: 'job',
    id: String(job.id),
    words: `Job ${jobNumber(job.id)}, ${job.asker}`,
    detail: job.vehicle,
  }));
  const calls = callHits(query, stores);
  const others = [...vehicles, ...jobs];
  // A misread number is a last resort: most words are one character away from some number.
  const numbers = sure.length > 0 || others.length > 0 || thread.recognised ? sure : found.misread;
  const bores = sure.length > 0 ? [] : boreHits(query);
  const hits = [
    ...calls,
    ...(thread.recognised ? threads : []),
    ...bores,
    ...numbers.slice(0, 8).map(numberHit),
    ...others,
  ];
  const first = hits[0];
  return {
    query,
    takenFor: first
      ? first.kind === 'number'
        ? numberWords(numbers, sure.length === 0)
        : WORDS[first.kind]
      : 'nothing that is known here',
    hits,
  };
}

const WORDS = {
  thread: 'a thread',
  bore: 'a bore',
  kit: 'a seal kit',
  answer: 'a question',
  number: 'a part number',
  vehicle: 'a vehicle',
  job: 'a job',
  unit: 'a unit',
  call: 'a call',
} as const;

/** A job for each vehicle that a call can mean; one without a vehicle where it names none. */
function callHits(query: string, stores: Stores): Hit[] {
  const call = readCall(query);
  if (!call) return [];
  const asked = { maker: '', series: '', built: '', option: '', assistance: '', limit: 3 };
  const vehicles = call.rest === '' ? [] : stores.vehicles.search({ ...asked, q: call.rest }).vehicles;
  const about = [
    call.request === 'kit' ? 'seal kit alone' : call.request,
    findSlot(call.slot ?? '')?.words,
    COMPLAINTS.find(({ id }) => id === call.complaint)?.words,
  ]
    .filter(Boolean)
    .join(', ');
  const hit = (vehicle?: { id: string; maker: string; name: string }): Hit => ({
    kind: 'call',
    id: new URLSearchParams({
      ...(vehicle ? { vehicle: vehicle.id } : {}),
      ...(call.slot === undefined ? {} : { slot: call.slot }),
      ...(call.complaint === undefined ? {} : { complaint: call.complaint }),
      ...(call.request === undefined || call.request === 'kit' ? {} : { request: call.request }),
      ...(call.conversion === undefined ? {} : { conversion: call.conversion }),
      ...(call.request === 'kit' ? { kit: 'alone' } : {}),
      words: query,
    }).toString(),
    words: `New job: ${vehicle ? `${vehicle.maker} ${vehicle.name}` : 'vehicle not named'}`,
    detail: about,
  });
  const [only] = vehicles;
  const said = only && vehicles.length === 1 ? answersTo(call, only, stores) : [];
  if (vehicles.length > 0)
    return [
      ...said.map((answer): Hit => ({ ...answer, kind: 'answer', id: hit(only).id })),
      ...vehicles.map((v) => hit(v)),
    ];
  return call.rest === '' ? [hit()] : [];
}

/** What is asked and can be said on the spot. */
function answersTo({ question, slot }: Call, vehicle: Vehicle, stores: Stores) {
  if (question === 'fluid') return fluidAnswers(vehicle, slot, stores);
  return question === 'kit' && slot !== undefined ? kitAnswers(vehicle, slot, stores) : [];
}

const SIZES = BORE_SIZES.map(({ diameterMm }) => diameterMm);
/** A size as bores are made: what it is in both systems. Whole numbers alone may be anything. */
function boreHits(query: string): Hit[] {
  const read = /[a-z"/.]/i.test(query) ? readQuantity(query, { expects: 'length' }) : undefined;
  if (!read?.quantity) return [];
  const size = toBase(read.quantity);
  const [least, most] = [Math.min(...SIZES), Math.max(...SIZES)];
  if (size < least - 1 || size > most + 1) return [];
  const { candidates } = identifyBore(size, 'caliper', STANDARD_SETTINGS);
  const [best] = candidates;
  return best === undefined
    ? []
    : [{ kind: 'bore', id: query, words: best.labels.join(' ≡ '), detail: 'the bore that this reads like' }];
}

const leadOf = ({ leadsTo, written }: NumberView): string =>
  leadsTo.kind === 'unit' || leadsTo.kind === 'kit' ? `${leadsTo.kind}:${leadsTo.id ?? ''}` : written;

const numberHit = (n: NumberView): Hit => ({
  kind: n.leadsTo.kind === 'kit' ? 'kit' : 'number',
  id: leadOf(n),
  words: `${n.issuer} ${n.written}`,
  detail:
    `${n.kind === 'casting' ? 'casting mark' : n.supersededBy ? `superseded by ${n.supersededBy}` : n.status}: ` +
    `${n.leadsTo.words}`,
});

/**
 * What the numbers are that were found: one, a mark, one that several makers use for different things, or one that is a
 * character away.
 */
function numberWords(numbers: readonly NumberView[], misread: boolean): string {
  if (misread) return 'a part number with one character misread';
  if (numbers.every((n) => n.kind === 'casting')) return 'a casting mark: shared by variants, not a number to order by';
  const ordered = numbers.filter((n) => n.kind === 'order');
  const makers = new Set(ordered.map((n) => n.issuer));
  if (ordered.length < numbers.length) return 'a part number, and a casting mark that reads the same';
  const things = new Set(ordered.map((n) => `${n.leadsTo.kind} ${n.leadsTo.id ?? n.leadsTo.words}`));
  return makers.size > 1 && things.size > 1
    ? `a part number that ${makers.size} makers use for different things`
    : WORDS.number;
}

/** Names of vehicles as people say them, each looked up once; the key when it left the catalogue. */
export function namesOf(stores: Pick<Stores, 'vehicles'>): (key: string) => string {
  const known = new Map<string, string>();
  return (key) => {
    const there = known.get(key);
    if (there !== undefined) return there;
    const vehicle = stores.vehicles.get(key);
    const words = vehicle ? `${vehicle.maker} ${vehicle.name}` : key;
    known.set(key, words);
    return words;
  };
}
