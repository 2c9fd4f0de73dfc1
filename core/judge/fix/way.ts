import { endsOf, type Opening } from '../../named/fitting/index.js';
import type { SeatForm } from '../../named/seat/index.js';
import { endRow, type LineFlare } from '../../named/tube/index.js';
import {
  faceRef,
  type FaceRef,
  type Joint,
  type LineOf,
  type ChainFact,
  type EditBody,
} from '../../vehicle/chain/index.js';
import type { Fix, FixPart } from '../check/index.js';
import { make, order } from './row.js';

/**
 * A way from a port to a line that somebody took from those that were found: the pieces between, and the end of the
 * line when it is made new. Its edits are laid into the chain like those of any fix, and everything is judged again.
 */
export type WayStep =
  | {
      readonly do: 'adapter' | 'union';
      readonly name: string;
      /** The end that goes into what is open, and the one that it leaves open. */
      readonly in: Opening;
      readonly out: Opening;
    }
  | { readonly do: 'reflare'; readonly thread: string; readonly seat: SeatForm };

const KINDS = { adapter: 'adapter', union: 'connector' } as const;
const MINUTES = { adapter: 5, union: 5, reflare: 15 } as const;

/** The name of what is put between, at its line. */
const beside = (line: string, what: string, n: number): string => `${line} ${what} ${n}`;

/** What is known of an opening, as facts of a part. */
const facts = ({ gender, thread, seat }: Opening, position: string): ChainFact[] => [
  { attribute: 'port-thread', position, value: thread, rests: 'recorded' },
  { attribute: 'port-seat', position, value: seat, rests: 'recorded' },
  { attribute: 'port-gender', position, value: gender, rests: 'recorded' },
];

/** Another end made on the line that is there. */
function newEnd({ part, face }: FaceRef, step: Extract<WayStep, { do: 'reflare' }>): EditBody {
  const position = face === undefined ? {} : { position: face };
  return {
    do: 'set',
    at: part,
    facts: (['port-thread', 'port-seat'] as const).map((attribute) => ({
      attribute,
      ...position,
      value: attribute === 'port-thread' ? step.thread : step.seat,
      rests: 'recorded',
      instead: true,
    })),
  };
}

/**
 * The way as a fix of one joint between a port and a line. `tube` is the line’s, where it is known. A way without steps
 * changes nothing.
 */
export function wayFix(
  joint: Pick<Joint, 'id' | 'between' | 'line'>,
  steps: readonly WayStep[],
  tube: string | undefined,
): Fix {
  const [port, line] = joint.between;
  const edits: EditBody[] = [];
  const parts: FixPart[] = [];
  let open = port;
  let piece: 'adapter' | 'connector' | undefined;
  /** A joint behind a piece is told as that; the first one is the line's own. */
  const of = (next?: 'adapter' | 'union'): { line?: LineOf } => {
    const behind = piece;
    if (next !== undefined) piece = KINDS[next];
    return joint.line ? { line: { ...joint.line, ...(behind === undefined ? {} : { behind }) } } : {};
  };
  steps.forEach((step, i) => {
    if (step.do === 'reflare') {
      edits.push(newEnd(line, step));
      parts.push(
        order('nut', 'tube-nut', 1, { thread: step.thread, seat: step.seat, ...(tube === undefined ? {} : { tube }) }),
        make('flare', 'work'),
      );
      return;
    }
    const id = beside(joint.id, step.do, i + 1);
    edits.push({
      do: 'part',
      part: { id, kind: KINDS[step.do], facts: [...facts(step.in, 'in'), ...facts(step.out, 'out')] },
    });
    edits.push({
      do: 'join',
      joint: {
        id: open === port ? joint.id : `${id} in`,
        kind: 'port',
        between: [open, faceRef(id, 'in')],
        ...of(step.do),
      },
    });
    open = faceRef(id, 'out');
    parts.push(
      order(`piece-${i + 1}`, step.do === 'union' ? 'connector' : 'adapter', 1, {
        thread: step.in.thread,
        seat: step.in.seat,
        ...endsOf([step.in, step.out]),
      }),
    );
  });
  if (open !== port)
    edits.push({ do: 'join', joint: { id: `${open.part} out`, kind: 'port', between: [open, line], ...of() } });
  const last = steps.at(-1);
  const names = Object.fromEntries(
    steps.flatMap((step, i) => (step.do === 'reflare' ? [] : [[`piece-${i + 1}`, step.name]])),
  );
  const tool = last?.do === 'reflare' ? endRow(last.seat as LineFlare).tool : undefined;
  return {
    fix: 'way',
    at: joint.id,
    ...(joint.line ? { line: joint.line } : {}),
    edits,
    order: 4,
    minutes: steps.reduce((sum, step) => sum + MINUTES[step.do], 0),
    skill: 'ordinary',
    tools: ['flare wrench', ...(tool === undefined ? [] : ['tube cutter', tool])],
    parts,
    values: {
      ...names,
      line: joint.line?.position ?? joint.id,
      tube: tube ?? null,
      thread: last?.do === 'reflare' ? last.thread : null,
      seat: last?.do === 'reflare' ? last.seat : null,
    },
  };
}
