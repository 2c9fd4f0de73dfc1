import type { Found, NumberView } from '@kerabat/contract';
import { readThread } from '@kerabat/core/thread';
import type { Stores } from '../main/stores.js';

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
  const jobs: Hit[] = stores.jobs
    .list((key) => vehicleWords(key, stores))
    .filter((job) =>
      /^\d+$/.test(query)
        ? job.id === Number(query)
        : `${job.asker} ${job.vehicle}`.toLowerCase().includes(query.toLowerCase()),
    )
    .slice(0, 6)
    .map((job) => ({
      kind: 'job',
      id: String(job.id),
      words: `Job ${String(job.id).padStart(4, '0')}, ${job.asker}`,
      detail: job.vehicle,
    }));
  const others = [...vehicles, ...jobs];
  // A misread number is a last resort: most words are one character away from some number.
  const numbers = sure.length > 0 || others.length > 0 || thread.recognised ? sure : found.misread;
  const hits = [...(thread.recognised ? threads : []), ...numbers.slice(0, 8).map(numberHit), ...others];
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
} as const;

const numberHit = (n: NumberView): Hit => ({
  kind: 'number',
  id: n.leadsTo.kind === 'unit' ? `unit:${n.leadsTo.id ?? ''}` : n.written,
  words: `${n.issuer} ${n.written}`,
  detail: `${n.kind === 'casting' ? 'casting mark' : n.supersededBy ? `superseded by ${n.supersededBy}` : n.status}: ${n.leadsTo.words}`,
});

/** What the numbers are that were found: one, a mark, one that several makers use for different things, or one that is a character away. */
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

/** A vehicle's name as people say it; the key when it left the catalogue. */
export function vehicleWords(key: string, stores: Stores): string {
  const vehicle = stores.vehicles.get(key);
  return vehicle ? `${vehicle.maker} ${vehicle.name}` : key;
}
