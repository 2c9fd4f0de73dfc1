import type Router from '@koa/router';
import {
  ClutchTravelRequest,
  FeelCompareRequest,
  FeelPrintRequest,
  WhichBoreRequest,
  type ClutchTravelAnswer,
  type FeelAxle,
  type FeelCase,
  type FeelCompareAnswer,
  type FeelSetUp,
  type FeelVehicle,
  type WhichBoreAnswer,
} from '@kerabat/contract';
import { mm, type Quantity } from '@kerabat/core/base/units';
import { BORE_SIZES } from '@kerabat/core/named/bore';
import { clutchWords, feelSummary, feelVerdictWords, whichBoreNone, whichBoreWords } from '@kerabat/core/tell/words';
import {
  type Axle,
  type Case,
  clutchTravel,
  compareFeel,
  feelFaults,
  feelLimits,
  type Point,
  type SetUp,
  summaryOf,
  worstOf,
  type Vehicle,
  whichBore,
} from '@kerabat/core/work/feel';
import { readBody } from '../../base/http/body.js';
import { hangsUp } from '../../base/http/gone.js';
import { sender } from '../../base/http/guard.js';
import { badRequest, HttpProblem } from '../../base/http/problem.js';
import type { Stores } from './needs.js';
import { lengthOf, sizeOf } from './quantities.js';

const newton = (value: number): Quantity => ({ value, unit: 'N' });
const mpa = (value: number): Quantity => ({ value, unit: 'MPa' });

/** A property, when there is something to be in it. */
const part = <K extends string, V>(key: K, value: V | undefined): Partial<Record<K, V>> =>
  (value === undefined ? {} : { [key]: value }) as Partial<Record<K, V>>;
const given = <T>(quantity: Quantity | undefined, as: (quantity: Quantity) => T): T | undefined =>
  quantity === undefined ? undefined : as(quantity);

const long = (pointer: string) => (quantity: Quantity) => sizeOf(quantity, 'length', pointer, { most: 20_000 });
const way = (pointer: string) => (quantity: Quantity) =>
  sizeOf(quantity, 'length', pointer, { most: 1000, from0: true });
const push = (pointer: string) => (quantity: Quantity) => sizeOf(quantity, 'force', pointer, { most: 200_000 });
const force0 = (pointer: string) => (quantity: Quantity) =>
  sizeOf(quantity, 'force', pointer, { most: 200_000, from0: true });
const press = (pointer: string) => (quantity: Quantity) =>
  sizeOf(quantity, 'pressure', pointer, { most: 100, from0: true });

function vehicleIn({ height, wheelbase, tyreRadius, ...plain }: FeelVehicle, at = ''): Vehicle {
  return {
    ...plain,
    ...part('height', given(height, long(`${at}/vehicle/height`))),
    ...part('wheelbase', given(wheelbase, long(`${at}/vehicle/wheelbase`))),
    ...part('tyreRadius', given(tyreRadius, long(`${at}/vehicle/tyreRadius`))),
  };
}

function axleIn(axle: FeelAxle, at: string): Axle {
  const shared = {
    radius: lengthOf(axle.radius, `${at}/radius`),
    ...part('pushOut', given(axle.pushOut, press(`${at}/pushOut`))),
    ...part('lift', given(axle.lift, way(`${at}/lift`))),
  };
  return axle.kind === 'disc'
    ? {
        kind: 'disc',
        friction: axle.friction,
        pistons: axle.pistons.map((piston, i) => lengthOf(piston, `${at}/pistons/${i}`)),
        ...part('form', axle.form),
        ...shared,
      }
    : { kind: 'drum', cylinder: lengthOf(axle.cylinder, `${at}/cylinder`), factor: axle.factor, ...shared };
}

function setUpIn(asked: FeelSetUp, at: string): SetUp {
  const { master, booster, valve, give } = asked;
  return {
    master: {
      bore: lengthOf(master.bore, `${at}/master/bore`),
      ...part(
        'largeBore',
        given(master.largeBore, (q) => lengthOf(q, `${at}/master/largeBore`)),
      ),
      ...part('efficiency', master.efficiency),
      ...part(
        'stroke',
        given(master.stroke, (q) => lengthOf(q, `${at}/master/stroke`)),
      ),
      ...part('limit', given(master.limit, push(`${at}/master/limit`))),
    },
    ...(booster
      ? {
          booster: {
            ratio: booster.ratio,
            assist: push(`${at}/booster/assist`)(booster.assist),
            ...part('crack', given(booster.crack, force0(`${at}/booster/crack`))),
            ...part('jumpIn', given(booster.jumpIn, force0(`${at}/booster/jumpIn`))),
          },
        }
      : {}),
    ...(valve
      ? {
          valve: {
            slope: valve.slope,
            knee: press(`${at}/valve/knee`)(valve.knee),
            ...part('ladenKnee', given(valve.ladenKnee, press(`${at}/valve/ladenKnee`))),
          },
        }
      : {}),
    ...part('metering', given(asked.metering, press(`${at}/metering`))),
    ...part('residual', asked.residual),
    ...part('pedalRatio', asked.pedalRatio),
    front: axleIn(asked.front, `${at}/front`),
    rear: axleIn(asked.rear, `${at}/rear`),
    ...part('gap', given(asked.gap, way(`${at}/gap`))),
    ...part('cutOff', given(asked.cutOff, way(`${at}/cutOff`))),
    ...part('valveTravel', given(asked.valveTravel, way(`${at}/valveTravel`))),
    ...part('give', give),
  };
}

function caseIn({ load, pushedBack, ...plain }: FeelCase, at: string): Case {
  const how = { ...plain, ...part('pushedBack', given(pushedBack, way(`${at}/pushedBack`))) };
  if (!load) return how;
  const { height, ...rest } = load;
  return { ...how, load: { ...rest, ...part('height', given(height, long(`${at}/load/height`))) } };
}

/** Refuses sizes that no vehicle has, each at its field. */
function soundOrRefused(vehicle: Vehicle, setUp: SetUp, at: string): void {
  const errors = feelFaults(vehicle, setUp).map((fault) => ({
    pointer: fault.at.replace('/setUp', at),
    detail: fault.sentence,
  }));
  if (errors.length > 0)
    throw new HttpProblem(400, 'Not understood', errors.map((e) => e.detail).join(' '), { errors });
}

/** A comparison as the engine takes it. */
function comparisonIn(asked: FeelCompareRequest, at: string) {
  const vehicle = vehicleIn(asked.vehicle, at);
  const setUps = asked.setups.map((one, i) => setUpIn(one, `${at}/setups/${i}`));
  setUps.forEach((setUp, i) => soundOrRefused(vehicle, setUp, `${at}/setups/${i}`));
  const cases = (asked.cases ?? [{}]).map((one, i) => caseIn(one, `${at}/cases/${i}`));
  const efforts = (
    asked.efforts?.map((effort, i) => sizeOf(effort, 'force', `${at}/efforts/${i}`, { from0: true, most: 5000 })) ??
    USUAL_EFFORTS
  ).sort((a, b) => a - b);
  return { vehicle, setUps, cases, efforts };
}

const pointOut = (point: Point): FeelCompareAnswer['setups'][number]['cases'][number]['points'][number] => ({
  pedalForce: newton(point.pedalForce),
  frontPressure: mpa(point.frontPressure),
  rearPressure: mpa(point.rearPressure),
  ...part('frontForce', shown(point.frontForce, newton)),
  ...part('rearForce', shown(point.rearForce, newton)),
  ...part('deceleration', point.deceleration),
  ...part('frontAdhesion', point.frontAdhesion),
  ...part('rearAdhesion', point.rearAdhesion),
  ...part('firstToLock', point.firstToLock),
  ...part('pedalTravel', shown(point.pedalTravel, mm)),
});
const shown = (value: number | undefined, as: (value: number) => Quantity): Quantity | undefined =>
  value === undefined ? undefined : as(value);

const USUAL_EFFORTS = Array.from({ length: 21 }, (_, i) => i * 25);

/** Set-ups compared, and on paper. */
function comparisons(router: Router, stores: Stores): void {
  router.post('/tools/feel/compare', async (ctx) => {
    const asked = await readBody(ctx, FeelCompareRequest);
    const { vehicle, setUps, cases, efforts } = comparisonIn(asked, '');
    const limits = feelLimits(stores.settings.current());
    const compared = compareFeel(vehicle, setUps, cases, efforts, limits);
    ctx.body = {
      setups: compared.map((inCases, i) => ({
        ...part('name', asked.setups[i]?.name),
        ...(i === 0
          ? {}
          : {
              summary: feelSummary({
                ...summaryOf(vehicle, setUps[0] as SetUp, setUps[i] as SetUp, limits),
                worst: worstOf(inCases, cases),
              }),
            }),
        cases: inCases.map((one, j) => ({
          ...part('name', asked.cases?.[j]?.name),
          points: one.points.map(pointOut),
          ...(one.knee ? { knee: { ...one.knee, pedalForce: newton(one.knee.pedalForce) } } : {}),
          ...part('strokeUsed', shown(one.strokeUsed, mm)),
          ...part('strokeAvailable', shown(one.strokeAvailable, mm)),
          verdicts: one.verdicts.map((v) => ({ code: v.code, weight: v.weight, sentence: feelVerdictWords(v) })),
        })),
      })),
    } satisfies FeelCompareAnswer;
  });
  router.post('/tools/feel/print', async (ctx) => {
    const { compare, title, ratios = [], assumed = [] } = await readBody(ctx, FeelPrintRequest);
    const { setUps, ...rest } = comparisonIn(compare, '/compare');
    const named = setUps.map((setUp, i) => ({ setUp, name: compare.setups[i]?.name ?? `set-up ${i + 1}` }));
    const feel = {
      ...rest,
      ...part('title', title),
      ratios,
      assumed,
      setUps: named,
      limits: feelLimits(stores.settings.current()),
    };
    const printed = await stores.pool.run(
      'paper',
      { feel, printedAt: new Date().toISOString() },
      { person: sender(ctx), signal: hangsUp(ctx), timeMs: 30_000 },
    );
    ctx.type = 'application/pdf';
    ctx.body = Buffer.from(printed);
  });
}

/** Which bore, and the travel of a clutch. */
function boreAndTravel(router: Router, stores: Stores): void {
  router.post('/tools/feel/which-bore', async (ctx) => {
    const asked = await readBody(ctx, WhichBoreRequest);
    const vehicle = vehicleIn(asked.vehicle);
    const setUp = setUpIn(asked.setup, '/setup');
    soundOrRefused(vehicle, setUp, '/setup');
    const { travel, effort } = asked;
    const wanted = {
      ...(travel
        ? { travel: ordered(long('/travel/from')(travel.from), long('/travel/to')(travel.to), '/travel/to') }
        : {}),
      ...(effort
        ? {
            effort: {
              at: effort.at,
              ...ordered(push('/effort/from')(effort.from), push('/effort/to')(effort.to), '/effort/to'),
            },
          }
        : {}),
    };
    const sizes =
      asked.sizes?.map((size, i) => lengthOf(size, `/sizes/${i}`)) ?? BORE_SIZES.map((size) => size.diameterMm);
    const limits = feelLimits(stores.settings.current());
    const { ranked, none } = whichBore(vehicle, setUp, wanted, sizes, limits);
    ctx.body = {
      ranked: ranked.map((one) => ({
        bore: mm(one.bore),
        ...part('effort', shown(one.effort, newton)),
        ...part('travel', shown(one.travel, mm)),
        within: one.within,
        because: whichBoreWords(one, effort?.at ?? limits.everyday),
      })),
      ...part('none', none && whichBoreNone(none)),
    } satisfies WhichBoreAnswer;
  });
  router.post('/tools/clutch/travel', async (ctx) => {
    const asked = await readBody(ctx, ClutchTravelRequest);
    const answer = clutchTravel({
      pedalTravel: lengthOf(asked.pedalTravel, '/pedalTravel'),
      pedalRatio: asked.pedalRatio,
      masterBore: lengthOf(asked.masterBore, '/masterBore'),
      slave: slaveIn(asked),
      ...part('freeTravel', given(asked.freeTravel, way('/freeTravel'))),
      ...part('cutOff', given(asked.cutOff, way('/cutOff'))),
      ...part('efficiency', asked.efficiency),
      ...part('forkRatio', asked.forkRatio),
      ...part(
        'longest',
        given(asked.longest, (q) => lengthOf(q, '/longest')),
      ),
      ...part(
        'wanted',
        given(asked.wanted, (q) => lengthOf(q, '/wanted')),
      ),
    });
    ctx.body = {
      known: answer.known,
      ...part('masterStroke', shown(answer.masterStroke, mm)),
      ...part('slaveTravel', shown(answer.slaveTravel, mm)),
      ...part('bearingTravel', shown(answer.bearingTravel, mm)),
      ...part('shortBy', shown(answer.shortBy, mm)),
      advice: clutchWords(answer),
    } satisfies ClutchTravelAnswer;
  });
}

/** What is felt at the pedal: /tools/feel/… and /tools/clutch/… */
export function feelRoutes(router: Router, stores: Stores): void {
  comparisons(router, stores);
  boreAndTravel(router, stores);
}

function ordered(from: number, to: number, pointer: string): { from: number; to: number } {
  if (to < from) throw badRequest('The end of the window lies before its beginning.', pointer);
  return { from, to };
}

function slaveIn({
  slaveBore,
  slaveAnnulus,
}: ClutchTravelRequest): { bore: number } | { outside: number; inside: number } {
  if ((slaveBore === undefined) === (slaveAnnulus === undefined))
    throw badRequest('Give the bore of the slave, or outside and inside of a concentric one.', '/slaveBore');
  if (slaveBore) return { bore: lengthOf(slaveBore, '/slaveBore') };
  const ring = slaveAnnulus as NonNullable<typeof slaveAnnulus>;
  const [outside, inside] = [
    lengthOf(ring.outside, '/slaveAnnulus/outside'),
    lengthOf(ring.inside, '/slaveAnnulus/inside'),
  ];
  if (inside >= outside)
    throw badRequest('The inside of a concentric slave is smaller than its outside.', '/slaveAnnulus/inside');
  return { outside, inside };
}
