import type { Found, JobRow, NumberView } from '@kerabat/contract';
import { COMPLAINTS, readCall } from '@kerabat/core/find/ask';
import { readThread } from '@kerabat/core/named/thread';
import { jobNumber } from '@kerabat/core/tell/words';
import { findSlot } from '@kerabat/core/vehicle/place';
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
  const jobs: Hit[] = stores.jobs.list(namesOf(stores), 6, isMeant).jobs.map((job) => ({
    kind: 'job',
    id: String(job.id),
    words: `Job ${jobNumber(job.id)}, ${job.asker}`,
    detail: job.vehicle,
  }));
  const calls = callHits(query, stores);
  const others = [...vehicles, ...jobs];
  // A misread number is a last resort: most words are one character away from some number.
  const numbers = sure.length > 0 || others.length > 0 || thread.recognised ? sure : found.misread;
  const hits = [...calls, ...(thread.recognised ? threads : []), ...numbers.slice(0, 8).map(numberHit), ...others];
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
  const about = [findSlot(call.slot ?? '')?.words, COMPLAINTS.find(({ id }) => id === call.complaint)?.words]
    .filter(Boolean)
    .join(', ');
  const hit = (vehicle?: { id: string; maker: string; name: string }): Hit => ({
    kind: 'call',
    id: new URLSearchParams({
      ...(vehicle ? { vehicle: vehicle.id } : {}),
      ...(call.slot === undefined ? {} : { slot: call.slot }),
      ...(call.complaint === undefined ? {} : { complaint: call.complaint }),
      words: query,
    }).toString(),
    words: `New job: ${vehicle ? `${vehicle.maker} ${vehicle.name}` : 'vehicle not named'}`,
    detail: about,
  });
  if (vehicles.length > 0) return vehicles.map((v) => hit(v));
  return call.rest === '' ? [hit()] : [];
}

const numberHit = (n: NumberView): Hit => ({
  kind: 'number',
  id: n.leadsTo.kind === 'unit' ? `unit:${n.leadsTo.id ?? ''}` : n.written,
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
export function namesOf(stores: Stores): (key: string) => string {
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
