import type Router from '@koa/router';
import {
  HoseRequest,
  LineCutRequest,
  LineFileRequest,
  LinePointsRequest,
  RouteRequest,
  type HoseAnswer,
  type LineCutAnswer,
  type LinePointsAnswer,
  type RouteAnswer,
} from '@kerabat/contract';
import { mm, type Quantity } from '@kerabat/core/base/units';
import type { FittingPiece } from '@kerabat/core/named/fitting';
import { findThread, readThread } from '@kerabat/core/named/thread';
import { findTube, TUBE_NAMES } from '@kerabat/core/named/tube';
import {
  hoseWords,
  lineCheckWords,
  lineStepWords,
  routeRefusal,
  routeStepWords,
  routeWhy,
} from '@kerabat/core/tell/words';
import {
  cutLine,
  type CutLine,
  findRoutes,
  type HoseEnd,
  hoseFault,
  hoseLength,
  type HosePlace,
  legsOf,
  type LineEnd,
  lineFault,
  type LineOrder,
  MOST_BENDS,
  type RouteLine,
  type Xyz,
} from '@kerabat/core/work/line';
import { readBody } from '../../base/http/body.js';
import { hangsUp } from '../../base/http/gone.js';
import { sender } from '../../base/http/guard.js';
import { badRequest } from '../../base/http/problem.js';
import type { ReadySet } from '../../catalogue/records/fittings.js';
import { lineDxf, pointsCsv, readPoints } from './line-files.js';
import type { Stores } from './needs.js';
import { sizeOf } from './quantities.js';

const ml = (value: number): Quantity => ({ value, unit: 'ml' });

/** A thread by its standard name, in whatever writing it came. */
export function threadIn(text: string, pointer: string): string {
  const thread = findThread(text);
  if (!thread) throw badRequest(readThread(text).sentence ?? 'This names no thread.', pointer);
  return thread.designation;
}

function tubeIn(name: string, pointer: string) {
  const tube = findTube(name);
  if (!tube) throw badRequest(`"${name}" is no tube that is known here: ${TUBE_NAMES.join(', ')}.`, pointer);
  return tube;
}

function routeLine({ nut, far, length, ...line }: NonNullable<RouteRequest['line']>, pointer: string): RouteLine {
  tubeIn(line.tube, `${pointer}/tube`);
  return {
    ...line,
    nut: threadIn(nut, `${pointer}/nut`),
    ...(far ? { far: { ...far, nut: threadIn(far.nut, `${pointer}/far/nut`) } } : {}),
    ...(length ? { lengthMm: sizeOf(length, 'length', `${pointer}/length`, { most: 20_000 }) } : {}),
  };
}

/** A line as it was asked for, in mm: by legs and bends, or by its corners. */
export function lineIn(asked: LineCutRequest): LineOrder {
  const { tube, material = 'steel', ends, allowance, protectors } = asked;
  const end = (i: 0 | 1): LineEnd => {
    const { nut, allowance: own, flare } = ends[i];
    const takes = own ?? allowance;
    return {
      flare,
      ...(nut === undefined ? {} : { nut: threadIn(nut, `/ends/${i}/nut`) }),
      ...(takes ? { allowanceMm: sizeOf(takes, 'length', `/ends/${i}/allowance`, { from0: true, most: 50 }) } : {}),
    };
  };
  const legs = asked.points ? byPoints(asked) : byLegs(asked);
  const fault = lineFault(legs);
  if (fault) throw badRequest(fault.sentence, fault.pointer);
  return {
    ...legs,
    tube: tubeIn(tube, '/tube'),
    material,
    ends: [end(0), end(1)],
    ...(protectors ? { protectors } : {}),
  };
}

function byPoints({ points = [], radius, legs, bends }: LineCutRequest) {
  if (legs ?? bends)
    throw badRequest('Corners, or legs and bends: both at once would be two lines.', legs ? '/legs' : '/bends');
  if (!radius) throw badRequest('Corners need the radius of the bender.', '/radius');
  if (points.length > MOST_BENDS + 2)
    throw badRequest(
      `${points.length} corners are more than a line has here (${MOST_BENDS + 2}). Points along a ` +
        'curve are no corners: give where the straights meet.',
      '/points',
    );
  const found = legsOf(points as unknown as readonly Xyz[], sizeOf(radius, 'length', '/radius', { most: 1000 }));
  if (!found) throw badRequest('A line needs at least two different points.', '/points');
  return found;
}

function byLegs({ legs = [], bends = [] }: LineCutRequest) {
  if (legs.length === 0) throw badRequest('Say how the line runs: legs and bends, or its corners.', '/legs');
  return {
    legsMm: legs.map((leg, i) => sizeOf(leg, 'length', `/legs/${i}`)),
    bends: bends.map(({ angle, radius, rotation, byArc }, i) => ({
      angleDeg: angle,
      radiusMm: sizeOf(radius, 'length', `/bends/${i}/radius`),
      ...(rotation === undefined ? {} : { rotationDeg: rotation }),
      ...(byArc === undefined ? {} : { byArc }),
    })),
  };
}

/** The sum with its figures in it. */
const cutWorking = ({ legsMm }: LineOrder, { developedMm, cutMm, allowancesMm }: CutLine): string =>
  `Σ legs ${legsMm.reduce((a, b) => a + b, 0).toFixed(1)} − Σ (2 R tan(θ/2) − R θ) = ` +
  `${developedMm.toFixed(1)}; + ${allowancesMm.map((a) => a.toFixed(2)).join(' + ')} for the ` +
  `flares = ${cutMm.toFixed(1)} mm`;

function cutAnswer(line: LineOrder, cut: CutLine): LineCutAnswer {
  const [first] = cut.stretches;
  return {
    developed: mm(cut.developedMm),
    cut: mm(cut.cutMm),
    cutTo: mm(cut.cutToMm),
    allowances: cut.allowancesMm.map((a, i) => ({ length: mm(a), calibrated: cut.calibrated[i] === true })),
    legs: line.legsMm.map(mm),
    marks: cut.marks.map((m) => ({
      n: m.n,
      fromFace: mm(m.fromFaceMm),
      fromCut: mm(m.fromCutMm),
      angle: m.angleDeg,
      set: m.setDeg,
      rotation: m.rotationDeg,
      radius: mm(m.radiusMm),
    })),
    order: cut.order.map((step) => ({ step: step.step, words: lineStepWords(step, line, cut) })),
    checks: cut.checks.map(({ code, state, at, ...check }) => ({
      code,
      state,
      ...(at === undefined ? {} : { at }),
      sentence: lineCheckWords({ code, state, ...(at === undefined ? {} : { at }), ...check }, line),
    })),
    path: [...(first?.points.slice(0, 1) ?? []), ...cut.stretches.flatMap(({ points }) => points.slice(1))].map((p) => [
      ...p,
    ]),
    grams: cut.grams,
    fluid: ml(cut.fluidMl),
    working: cutWorking(line, cut),
  };
}

const told = ({ supplier, quantity, toldOn }: ReadySet): string =>
  supplier === null
    ? 'nobody has told whether there is one: ask how long it takes'
    : quantity === 0
      ? `${supplier} had none on ${toldOn}: ask how long it takes`
      : `${supplier} had ${quantity ?? 'some'} on ${toldOn}`;

/** Ways from a port to a line. */
function fittingRoutes(router: Router, stores: Stores): void {
  router.post('/tools/fittings/route', async (ctx) => {
    const { port, line, second, have, avoid } = await readBody(ctx, RouteRequest);
    const thread = threadIn(port.thread, '/port/thread');
    const own = line && routeLine(line, '/line');
    const other = second && routeLine(second, '/second');
    if (other && !own) throw badRequest('A second line needs a first.', '/line');
    const found = findRoutes(
      {
        port: { ...port, thread },
        ...(own ? { line: own } : {}),
        ...(other ? { second: other } : {}),
        ...(have ? { have } : {}),
        ...(avoid ? { avoid } : {}),
      },
      stores.fittings.index(),
      stores.settings.current(),
    );
    ctx.body = {
      routes: found.routes.map((route) => ({
        ...route,
        needs: [...route.needs],
        doubts: [...route.doubts],
        why: routeWhy(route),
        steps: route.steps.map(({ item, ...step }) => ({
          ...step,
          words: routeStepWords({ ...step, ...(item ? { item } : {}) }, step.line === 2 ? other : own),
          ...(item ? { item: pieceOf(item) } : {}),
        })),
      })),
      ...(found.none ? { none: { code: found.none, sentence: routeRefusal(found.none) } } : {}),
      sets: stores.fittings.sets(thread).map((set) => ({
        name: set.name,
        ...(set.number === null ? {} : { number: set.number }),
        ...(set.price === null ? {} : { price: set.price }),
        told: told(set),
      })),
    } satisfies RouteAnswer;
  });
}

/** Lines that are made, and hoses. */
function madeLines(router: Router, stores: Stores): void {
  router.post('/tools/line/cut', async (ctx) => {
    const line = lineIn(await readBody(ctx, LineCutRequest));
    ctx.body = cutAnswer(line, cutLine(line, stores.settings.current()));
  });
  router.post('/tools/line/points', async (ctx) => {
    const { text } = await readBody(ctx, LinePointsRequest);
    ctx.body = { points: readPoints(text).map((p) => [...p]) } satisfies LinePointsAnswer;
  });
  router.post('/tools/line/file', async (ctx) => {
    const { file, title = 'Line', ...asked } = await readBody(ctx, LineFileRequest);
    const line = lineIn(asked);
    ctx.attachment(`line.${file}`);
    if (file === 'csv') ctx.body = pointsCsv(line);
    else if (file === 'dxf') ctx.body = lineDxf(line);
    else
      ctx.body = Buffer.from(
        await stores.pool.run(
          'paper',
          { line: { title, line, settings: stores.settings.current() }, printedAt: new Date().toISOString() },
          { person: sender(ctx), signal: hangsUp(ctx), timeMs: 30_000 },
        ),
      );
    ctx.type = FILE_TYPES[file];
  });
  router.post('/tools/hose/length', async (ctx) => {
    const { needed, ends, bendRadius, slack, moved } = await readBody(ctx, HoseRequest);
    const string = (quantity: Quantity | undefined, place: HosePlace, pointer: string) =>
      quantity === undefined ? {} : { [place]: sizeOf(quantity, 'length', pointer) };
    const order = {
      stringMm: {
        ...string(needed.bump, 'bump', '/needed/bump'),
        ...string(needed.droop, 'droop', '/needed/droop'),
        ...string(needed.lockLeft, 'lock-left', '/needed/lockLeft'),
        ...string(needed.lockRight, 'lock-right', '/needed/lockRight'),
      },
      ends: [endOf(ends[0]), endOf(ends[1])] as const,
      bendRadiusMm: sizeOf(bendRadius, 'length', '/bendRadius'),
      ...(moved ? { movedMm: sizeOf(moved, 'length', '/moved', { from0: true }) } : {}),
      ...(slack ? { slackMm: sizeOf(slack, 'length', '/slack', { from0: true }) } : {}),
    };
    const fault = hoseFault(order);
    if (fault) throw badRequest(fault.sentence, fault.pointer);
    const found = hoseLength(order, stores.settings.current());
    ctx.body = {
      free: mm(found.freeMm),
      because: hoseWords(found),
      ...(found.clockingDeg === undefined ? {} : { clocking: found.clockingDeg }),
      needs: found.needs.map(({ place, stringMm, leastMm }) => ({ place, string: mm(stringMm), least: mm(leastMm) })),
    } satisfies HoseAnswer;
  });
}

/** Lines and hoses: /tools/fittings, /tools/line, /tools/hose */
export function lineRoutes(router: Router, stores: Stores): void {
  fittingRoutes(router, stores);
  madeLines(router, stores);
}

const endOf = ({ away, clocking }: HoseRequest['ends'][number]): HoseEnd => ({
  ...(away === undefined ? {} : { awayDeg: away }),
  ...(clocking === undefined ? {} : { clockingDeg: clocking }),
});

const FILE_TYPES = { csv: 'text/csv; charset=utf-8', dxf: 'image/vnd.dxf', pdf: 'application/pdf' } as const;

const pieceOf = ({ key, kind, name, number, price, lengthMm }: FittingPiece) => ({
  key,
  kind,
  name,
  ...(number === undefined ? {} : { number }),
  ...(price === undefined ? {} : { price }),
  ...(lengthMm === undefined ? {} : { length: mm(lengthMm) }),
});
