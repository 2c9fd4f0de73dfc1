import type { Settings } from '../../named/settings/index.js';
import type { Edit, EditBody } from '../../vehicle/chain/index.js';
import { type Fix, type JudgedJoint, type Skill, SKILLS } from '../check/index.js';
import { type ChainInput, judgeChain, type JudgedInput, type VerdictGrade } from '../verdict/index.js';

export interface ChainLimits {
  /** Nobody is to be asked for more than this. */
  readonly skill?: Skill;
  /** Fixes more intrusive than this are left out. */
  readonly order?: number;
  /** Minutes of own work, at most. */
  readonly minutes?: number;
  /** Chains that are checked, at most. */
  readonly states?: number;
}

/** A set of fixes that leaves no mismatch. */
export interface ChainWay {
  readonly edits: readonly Edit[];
  readonly fixes: readonly Fix[];
  /** The joint that each fix was offered at. */
  readonly joints: readonly Pick<JudgedJoint, 'id' | 'between'>[];
  readonly minutes: number;
  readonly parts: number;
  /** Minutes, parts and waiting for others in one figure: what ways are ranked by. */
  readonly cost: number;
  readonly skill: Skill;
  readonly grade: VerdictGrade;
}

/** How far a search is. */
export interface SolveProgress {
  readonly looked: number;
  /** Mismatches that the cheapest chain so far has left. */
  readonly open: number;
}

export interface ChainSolution {
  readonly ways: readonly ChainWay[];
  /** Why there is none, as a code. */
  readonly because?: 'no-fix' | 'cut-short' | 'opens-another';
  /** The check without a fix, "joint code", where there is one. */
  readonly without?: string;
  readonly looked: number;
  readonly truncated: boolean;
}

const WAYS = 3;
const STATES = 2000;
const MOST_INTRUSIVE = 9;

const waiting = (skill: Skill, settings: Settings): number =>
  ({
    ordinary: 0,
    machinist: settings.machinistMinutes,
    'licensed welder': settings.welderMinutes,
    'engineer’s approval': settings.approvalMinutes,
  })[skill];

/**
 * What a set of fixes costs: their minutes, so many for each part to order, and the waiting for each kind of helper
 * once.
 */
export function costOf(
  fixes: readonly Fix[],
  settings: Settings,
): Pick<ChainWay, 'minutes' | 'parts' | 'cost' | 'skill'> {
  const minutes = fixes.reduce((sum, fix) => sum + fix.minutes, 0);
  const parts = fixes.reduce((sum, fix) => sum + fix.parts.filter((part) => part.section === 'order').length, 0);
  const helpers = [...new Set(fixes.map((fix) => fix.skill))];
  const skill = helpers.reduce<Skill>((most, s) => (SKILLS.indexOf(s) > SKILLS.indexOf(most) ? s : most), 'ordinary');
  const cost = minutes + parts * settings.partMinutes + helpers.reduce((sum, s) => sum + waiting(s, settings), 0);
  return { minutes, parts, cost, skill };
}

interface Node {
  readonly fixes: readonly Fix[];
  readonly joints: ChainWay['joints'];
  readonly answer: JudgedInput;
  readonly cost: number;
  readonly key: string;
}

const keyOf = (fixes: readonly Fix[]): string =>
  fixes
    .map((fix) => JSON.stringify(fix.edits))
    .sort()
    .join('|');
const mismatches = (answer: JudgedInput) =>
  answer.joints.flatMap((joint) =>
    joint.checks.filter((c) => c.state === 'does-not-fit' && c.rank !== 'tells').map((check) => ({ joint, check })),
  );

/** The edits of fixes, each under a name that says which fix it belongs to. */
export const editsOf = (fixes: readonly Fix[]): Edit[] =>
  fixes.flatMap((fix, i) =>
    fix.edits.map((edit: EditBody, k): Edit => ({ id: `fix ${i + 1} ${fix.fix} ${k + 1}`, ...edit }) as Edit),
  );

const fewerOpen = (a: Node, b: Node): Node => (mismatches(b.answer).length < mismatches(a.answer).length ? b : a);

/** So many chains are looked at when a search that was cut off is brought to an end. */
const LAST_LOOKS = 400;

/**
 * A chain closed one mismatch after another, each by the cheapest fix that leaves fewer open: what a search that was
 * cut off has to offer. It closes the chain, and nothing says that it is the cheapest.
 */
function closedStepByStep(
  from: Node,
  allowed: (fix: Fix) => boolean,
  look: (fixes: readonly Fix[], joints: Node['joints']) => Node | undefined,
): { readonly way?: Node; readonly looked: number } {
  let [node, looked] = [from, 0];
  for (let bad = mismatches(node.answer); bad.length > 0; bad = mismatches(node.answer)) {
    const offered = bad
      .flatMap(({ joint, check }) => check.fixes.filter(allowed).map((fix) => ({ joint, fix })))
      .sort((a, b) => a.fix.minutes - b.fix.minutes);
    let better: Node | undefined;
    for (const { joint, fix } of offered) {
      if (looked++ >= LAST_LOOKS) return { looked };
      const next = look([...node.fixes, fix], [...node.joints, { id: joint.id, between: joint.between }]);
      if (next && mismatches(next.answer).length < bad.length) {
        better = next;
        break;
      }
    }
    if (!better) return { looked };
    node = better;
  }
  return { way: node, looked };
}

/**
 * The cheapest sets of fixes that leave no check at "does not fit", cheapest first (uniform cost over sets; an order of
 * edits does not matter, so a set is looked at once). What is not known stays so. `stop` is asked between chains; a
 * search that is cut off answers what closes the chain step by step, and that it was cut off.
 */
export function solveChain(
  input: ChainInput,
  limits: ChainLimits,
  stop: () => boolean = () => false,
  told: (progress: SolveProgress) => void = () => undefined,
): ChainSolution {
  const { settings } = input;
  const look = (fixes: readonly Fix[], joints: Node['joints']): Node | undefined => {
    const answer = judgeChain({ ...input, edits: [...input.edits, ...editsOf(fixes)] });
    return 'faults' in answer
      ? undefined
      : { fixes, joints, answer, cost: costOf(fixes, settings).cost, key: keyOf(fixes) };
  };
  const start = look([], []);
  if (!start) return { ways: [], because: 'no-fix', looked: 1, truncated: false };
  const allowed = (fix: Fix): boolean =>
    SKILLS.indexOf(fix.skill) <= SKILLS.indexOf(limits.skill ?? 'engineer’s approval') &&
    fix.order <= (limits.order ?? MOST_INTRUSIVE);
  const seen = new Set<string>([start.key]);
  const open: Node[] = [start];
  const ways: Node[] = [];
  let looked = 1;
  let truncated = false;
  while (open.length > 0 && ways.length < WAYS) {
    if (stop() || looked > (limits.states ?? STATES)) {
      truncated = true;
      break;
    }
    open.sort((a, b) => a.cost - b.cost || a.fixes.length - b.fixes.length);
    const node = open.shift() as Node;
    const bad = mismatches(node.answer);
    told({ looked, open: bad.length });
    if (bad.length === 0) {
      if (!ways.some((way) => way.fixes.every((fix) => node.fixes.some((f) => keyOf([f]) === keyOf([fix])))))
        ways.push(node);
      continue;
    }
    const offered = bad.flatMap(({ joint, check }) => check.fixes.filter(allowed).map((fix) => ({ joint, fix })));
    for (const { joint, fix } of offered) {
      const fixes = [...node.fixes, fix];
      const { minutes } = costOf(fixes, settings);
      const key = keyOf(fixes);
      if (seen.has(key) || (limits.minutes !== undefined && minutes > limits.minutes)) continue;
      seen.add(key);
      looked++;
      const next = look(fixes, [...node.joints, { id: joint.id, between: joint.between }]);
      if (next) open.push(next);
    }
  }
  const hopeless = mismatches(start.answer).find(({ check }) => !check.fixes.some(allowed));
  if (truncated && ways.length === 0 && !hopeless) {
    const last = closedStepByStep([start, ...open].reduce(fewerOpen), allowed, look);
    looked += last.looked;
    const { minutes } = costOf(last.way?.fixes ?? [], settings);
    if (last.way && (limits.minutes === undefined || minutes <= limits.minutes)) ways.push(last.way);
  }
  const found = ways.map(({ fixes, joints, answer }): ChainWay => ({
    fixes,
    joints,
    edits: editsOf(fixes),
    grade: answer.verdict.grade,
    ...costOf(fixes, settings),
  }));
  if (found.length > 0) return { ways: found, looked, truncated };
  const because = hopeless ? 'no-fix' : truncated ? 'cut-short' : 'opens-another';
  return {
    ways: [],
    because,
    ...(hopeless ? { without: `${hopeless.joint.id} ${hopeless.check.code}` } : {}),
    looked,
    truncated,
  };
}
