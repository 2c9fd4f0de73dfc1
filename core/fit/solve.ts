import type { Practice } from '../practice/index.js';
import { beside, hasBooster } from './chain.js';
import { checkLink, type LinkResult } from './check.js';
import type { Check, FitChain, FitLink, Remedy, Skill } from './types.js';

export interface SolveLimits {
  /** Nobody is to be asked for more than this. */
  readonly skill?: Skill;
  /** Remedies more intrusive than this are left out. */
  readonly order?: number;
  /** Minutes of own work, at most. */
  readonly minutes?: number;
  /** States that are looked at, at most, in each place. */
  readonly states?: number;
}

export interface Way {
  /** Keys with their place. */
  readonly keys: readonly string[];
  readonly remedies: readonly Remedy[];
  /** Minutes of work. */
  readonly minutes: number;
  readonly parts: number;
  /** Minutes, parts and waiting for others, in one figure: what ways are ranked by. */
  readonly cost: number;
  /** Work, parts and waiting, as the cost was added up. */
  readonly working: string;
}

export interface Solution {
  /** The cheapest way and the next two. Empty when `because` says why nothing closes the chain. */
  readonly ways: readonly Way[];
  readonly because?: string;
  /** Checks that no remedy turns: they have to be measured. */
  readonly notKnown: readonly string[];
  /** A limit cut the search short: a cheaper way may have been missed. */
  readonly truncated: boolean;
  readonly looked: number;
}

export interface SolveProgress {
  readonly slot: string;
  readonly looked: number;
  readonly open: number;
}

const SKILLS: readonly Skill[] = ['ordinary', 'machinist', 'licensed welder', 'engineer’s approval'];
const WAYS = 3;
const STATES = 4000;

/** Minutes that waiting for somebody else counts as: a setting. */
const waitingFor = (skill: Skill, practice: Practice): number =>
  ({
    ordinary: 0,
    machinist: practice.machinistMinutes,
    'licensed welder': practice.welderMinutes,
    'engineer’s approval': practice.approvalMinutes,
  })[skill];

/** What a set of remedies costs: their minutes, so many for each part to order, and the waiting for each kind of helper once. */
export function costOf(
  remedies: readonly Remedy[],
  practice: Practice,
): Pick<Way, 'minutes' | 'parts' | 'cost' | 'working'> {
  const minutes = remedies.reduce((sum, r) => sum + r.minutes, 0);
  const parts = remedies.reduce((sum, r) => sum + r.slip.filter((line) => line.section === 'order').length, 0);
  const helpers = [...new Set(remedies.map((r) => r.skill))];
  const waiting = helpers.reduce((sum, skill) => sum + waitingFor(skill, practice), 0);
  const cost = minutes + parts * practice.partMinutes + waiting;
  return {
    minutes,
    parts,
    cost,
    working: `${minutes} min work + ${parts} ${parts === 1 ? 'part' : 'parts'} × ${practice.partMinutes} + ${waiting} waiting = ${cost}`,
  };
}

interface Node {
  readonly keys: readonly string[];
  readonly result: LinkResult;
  readonly cost: number;
}

/**
 * Looks for the cheapest set of remedies that leaves no check of the chain at "does not fit", and the next two. Places do not
 * touch each other's remedies, so each is searched by itself, cheapest first (uniform cost), and the ways are put together.
 * `stop` is asked between states: true gives up. What is not known stays so and is told.
 */
export function solveChain(
  chain: FitChain,
  limits: SolveLimits,
  practice: Practice,
  told: (progress: SolveProgress) => void = () => undefined,
  stop: () => boolean = () => false,
): Solution {
  const links = chain.links.filter((link) => link.worked && link.unit);
  let looked = 0;
  let truncated = false;
  const perLink: { readonly slot: string; readonly ways: readonly Node[] }[] = [];
  const notKnown: string[] = [];
  for (const link of links) {
    const search = searchLink(
      beside(link, chain),
      hasBooster(chain),
      limits,
      practice,
      (open, n) => told({ slot: link.slot, looked: looked + n, open }),
      stop,
    );
    looked += search.looked;
    truncated ||= search.truncated;
    notKnown.push(...search.notKnown.map((words) => `${link.slot}: ${words}`));
    if (search.ways.length === 0) return { ways: [], because: search.because, notKnown, truncated, looked };
    perLink.push({ slot: link.slot, ways: search.ways });
  }
  return { ways: together(perLink, limits, practice), notKnown, truncated, looked };
}

const mismatches = (result: LinkResult): Check[] =>
  result.joints.flatMap((j) => j.checks).filter((c) => c.state === 'does-not-fit' && !c.tells);

const allowed = (remedy: Remedy, limits: SolveLimits): boolean =>
  SKILLS.indexOf(remedy.skill) <= SKILLS.indexOf(limits.skill ?? 'engineer’s approval') &&
  remedy.order <= (limits.order ?? 9);

function searchLink(
  link: FitLink,
  booster: boolean,
  limits: SolveLimits,
  practice: Practice,
  told: (open: number, looked: number) => void,
  stop: () => boolean,
) {
  const look = (keys: readonly string[]): Node => {
    const result = checkLink(link, booster, new Set(keys), practice);
    return { keys, result, cost: costOf(result.taken, practice).cost };
  };
  const start = look([]);
  const notKnown = start.result.joints.flatMap((j) =>
    j.checks.filter((c) => c.state === 'not-known' && !c.tells).map((c) => c.words),
  );
  const seen = new Set<string>(['']);
  const open: Node[] = [start];
  const ways: Node[] = [];
  let looked = 1;
  let truncated = false;
  while (open.length > 0 && ways.length < WAYS) {
    if (stop() || looked > (limits.states ?? STATES)) {
      truncated = true;
      break;
    }
    open.sort((a, b) => a.cost - b.cost || a.keys.length - b.keys.length);
    const node = open.shift() as Node;
    const bad = mismatches(node.result);
    told(bad.length, looked);
    if (bad.length === 0) {
      if (!ways.some((way) => way.keys.every((key) => node.keys.includes(key)))) ways.push(node);
      continue;
    }
    const offered = new Set(
      bad.flatMap((check) => check.remedies.filter((r) => !r.accepted && allowed(r, limits)).map((r) => r.key)),
    );
    for (const key of offered) {
      const keys = [...node.keys, key].sort();
      const name = keys.join('\n');
      if (seen.has(name)) continue;
      seen.add(name);
      open.push(look(keys));
      looked++;
    }
  }
  const hopeless = mismatches(start.result).find((check) => !check.remedies.some((r) => allowed(r, limits)));
  const because = hopeless
    ? `No acceptable way out is known for the ${hopeless.words}: ${hopeless.sentence} Choose another unit.`
    : truncated
      ? 'The search was cut short before a way was found.'
      : 'Every way out opens another mismatch: choose another unit.';
  return { ways, notKnown, truncated, looked, because };
}

/** The cheapest few combinations of each place's ways. */
function together(
  perLink: readonly { readonly slot: string; readonly ways: readonly Node[] }[],
  limits: SolveLimits,
  practice: Practice,
): Way[] {
  let combined: Way[] = [wayOf([], practice)];
  for (const { slot, ways } of perLink) {
    const next = combined.flatMap((way) =>
      ways.map((node) =>
        wayOf([...way.remedies, ...node.result.taken.map((r) => ({ ...r, key: `${slot}/${r.key}` }))], practice),
      ),
    );
    combined = next.sort((a, b) => a.cost - b.cost || a.keys.length - b.keys.length).slice(0, WAYS);
  }
  return combined.filter((way) => limits.minutes === undefined || way.minutes <= limits.minutes);
}

const wayOf = (remedies: readonly Remedy[], practice: Practice): Way => ({
  keys: remedies.map((r) => r.key).sort(),
  remedies,
  ...costOf(remedies, practice),
});
