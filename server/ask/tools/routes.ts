import type Router from '@koa/router';
import {
  BoreChangeRequest,
  BoreIdentifyRequest,
  QuantityReadRequest,
  RodCompareRequest,
  RodEngagementRequest,
  RodGapRequest,
  ThreadIdentifyRequest,
  ThreadMateRequest,
  ThreadReadRequest,
  type RodEngagementAnswer,
  type RodGapAnswer,
  type ThreadIdentifyAnswer,
  type ThreadMateAnswer,
} from '@kerabat/contract';
import { mm, otherSystem, print, type Quantity, readQuantity } from '@kerabat/core/base/units';
import { findAttribute } from '@kerabat/core/named/attribute';
import { changeBore, identifyBore } from '@kerabat/core/named/bore';
import { findSeat, seatsMeet } from '@kerabat/core/named/seat';
import {
  findThread,
  identifyThread,
  mate,
  misreadings,
  readThread,
  type SeriesThread,
} from '@kerabat/core/named/thread';
import {
  couplingWords,
  hexWords,
  misreadingWords,
  threadCheckWords,
  threadIdentityWords,
} from '@kerabat/core/tell/words';
import { compareRods, rodCut, rodGap } from '@kerabat/core/work/rod';
import { readBody } from '../../base/http/body.js';
import { badRequest } from '../../base/http/problem.js';
import { feelRoutes } from './feel.js';
import { lineRoutes } from './lines.js';
import type { Stores } from './needs.js';
import { lengthIn, lengthOf } from './quantities.js';

/** Fields that are left out of an answer may be undefined until it is written. */
type Loose<T> = { [K in keyof T]: T[K] | undefined };

const orNothing = (value: number | undefined): Quantity | undefined => (value === undefined ? undefined : mm(value));

/** The arithmetic of a change of bore with its values in it. */
const boreWorking = (from: number, to: number): string =>
  `(${from.toFixed(4)} / ${to.toFixed(4)})² = ${((from / to) ** 2).toFixed(4)}; areas π d² / 4 = ` +
  `${((Math.PI * from ** 2) / 4).toFixed(2)} and ${((Math.PI * to ** 2) / 4).toFixed(2)} mm²`;

/** Bores: which nominal size, and what another does. */
function boreTools(router: Router, stores: Stores): void {
  router.post('/tools/bore/identify', async (ctx) => {
    const { diameter, instrument } = await readBody(ctx, BoreIdentifyRequest);
    const measured = lengthOf(diameter, '/diameter');
    const { candidates, verdict, advice, sigmaMm } = identifyBore(measured, instrument, stores.settings.current());
    ctx.body = {
      candidates: candidates.map((c) => ({ labels: c.labels, diameter: mm(c.diameterMm), probability: c.probability })),
      verdict,
      advice,
      working:
        `exp(−½((${print(mm(measured), 3)} − d) / σ)²), σ = ${sigmaMm.toFixed(3)} mm from the ` +
        `${instrument.replace('-', ' ')} and the spread of bores`,
    };
  });
  router.post('/tools/bore/change', async (ctx) => {
    const { kind, from, to } = await readBody(ctx, BoreChangeRequest);
    const [fromMm, toMm] = [lengthOf(from, '/from'), lengthOf(to, '/to')];
    const { areaFromMm2, areaToMm2, ...rest } = changeBore(kind, fromMm, toMm);
    const areaFrom: Quantity = { value: areaFromMm2, unit: 'mm2' };
    ctx.body = { ...rest, areaFrom, areaTo: { value: areaToMm2, unit: 'mm2' }, working: boreWorking(fromMm, toMm) };
  });
}

/** The clearance between booster and master. */
function rodGapTool(router: Router, stores: Stores): void {
  router.post('/tools/rod/gap', async (ctx) => {
    const asked = await readBody(ctx, RodGapRequest);
    const [recess, pin] = [
      lengthOf(asked.recessDepth, '/recessDepth'),
      lengthOf(asked.pinProtrusion, '/pinProtrusion'),
    ];
    const target = asked.target && {
      min: lengthOf(asked.target.min, '/target/min'),
      max: lengthOf(asked.target.max, '/target/max'),
    };
    if (target && target.max < target.min) throw badRequest('Maximum is below minimum.', '/target/max');
    const [plate, insert, pitch] = [
      lengthIn(asked.plate, '/plate'),
      lengthIn(asked.insert, '/insert'),
      lengthIn(asked.adjusterPitch, '/adjusterPitch'),
    ];
    const found = rodGap(
      {
        recessMm: recess,
        pinMm: pin,
        ...(plate === undefined ? {} : { plateMm: plate }),
        ...(insert === undefined ? {} : { insertMm: insert }),
        ...(target === undefined ? {} : { target }),
        ...(pitch === undefined ? {} : { pitchMm: pitch }),
        ...(asked.pedalRatio === undefined ? {} : { pedalRatio: asked.pedalRatio }),
      },
      stores.settings.current(),
    );
    const { gapMm, doubtMm, pedalFreeTravelMm, ...rest } = found;
    ctx.body = {
      ...rest,
      gap: mm(gapMm),
      doubt: mm(doubtMm),
      inOther: otherSystem(mm(gapMm)),
      pedalFreeTravel: orNothing(pedalFreeTravelMm),
    } satisfies Loose<RodGapAnswer>;
  });
}

/** What stays engaged of a rod’s thread, and two rods side by side. */
function rodThreadTools(router: Router, stores: Stores): void {
  router.post('/tools/rod/engagement', async (ctx) => {
    const { rodThread, turnsShowing, exposed, threadLength, engaged, cut } = await readBody(ctx, RodEngagementRequest);
    const [exposedMm, threadLengthMm, engagedMm, cutMm] = [
      lengthIn(exposed, '/exposed'),
      lengthIn(threadLength, '/threadLength'),
      lengthIn(engaged, '/engaged'),
      lengthIn(cut, '/cut'),
    ];
    const found = rodCut(
      {
        rodThread,
        ...(turnsShowing === undefined ? {} : { turnsShowing }),
        ...(exposedMm === undefined ? {} : { exposedMm }),
        ...(threadLengthMm === undefined ? {} : { threadLengthMm }),
        ...(engagedMm === undefined ? {} : { engagedMm }),
        ...(cutMm === undefined ? {} : { cutMm }),
      },
      stores.settings.current(),
    );
    if (!('exposedMm' in found)) {
      ctx.body = found;
      return;
    }
    const { engagement, because, caution } = found;
    ctx.body = {
      exposed: mm(found.exposedMm),
      exposedAfter: mm(found.exposedAfterMm),
      because,
      caution,
      engaged: orNothing(engagement?.engagedMm),
      least: orNothing(engagement?.leastMm),
      maxShorter: orNothing(engagement?.maxShorterMm),
      enough: engagement?.enough,
      sentence: engagement?.sentence,
      working: engagement?.working,
    } satisfies Loose<RodEngagementAnswer>;
  });
  router.post('/tools/rod/compare', async (ctx) => {
    const { by, rodThread, ...asked } = await readBody(ctx, RodCompareRequest);
    const value = (given: Quantity | number, pointer: string): number => {
      if ((typeof given === 'number') !== (by === 'turns'))
        throw badRequest(
          by === 'turns' ? 'Turns are a plain count.' : 'A depth or a mark is a length with its unit.',
          pointer,
        );
      return typeof given === 'number' ? given : lengthOf(given, pointer);
    };
    const found = compareRods({
      by,
      oldValue: value(asked.old, '/old'),
      newValue: value(asked.new, '/new'),
      ...(rodThread === undefined ? {} : { rodThread }),
    });
    ctx.body =
      'because' in found
        ? found
        : { difference: mm(found.differenceMm), sentence: found.sentence, working: found.working };
  });
}

/** Threads: named, read, and whether two go together. */
function threadTools(router: Router, stores: Stores): void {
  router.post('/tools/thread/identify', async (ctx) => {
    const asked = await readBody(ctx, ThreadIdentifyRequest);
    const { gender, diameter, pitch, over, taper, instrument = 'caliper', hex = '' } = asked;
    const reading = {
      gender,
      instrument,
      diameterMm: lengthOf(diameter, '/diameter'),
      ...(pitch ? { pitchMm: lengthOf(pitch, '/pitch') } : {}),
      ...(over ? { over: { ...over, lengthMm: lengthOf(over.length, '/over/length') } } : {}),
      ...(taper
        ? {
            taper: {
              secondMm: lengthOf(taper.second, '/taper/second'),
              apartMm: lengthOf(taper.apart, '/taper/apart'),
            },
          }
        : {}),
    };
    const settings = stores.settings.current();
    const found = identifyThread(reading, settings);
    const misread = misreadings(reading, settings).map(misreadingWords);
    const hint = hexWords(hex, found.candidates);
    const seen = (thread: SeriesThread) => ({
      designation: thread.designation,
      family: thread.family,
      major: mm(thread.majorMm),
      pitch: mm(thread.pitchMm),
      uses: 'usedFor' in thread ? String(thread.usedFor).split('; ') : [],
    });
    ctx.body = {
      verdict: found.verdict,
      candidates: found.candidates.map(({ thread, probability }) => ({ ...seen(thread), probability })),
      ...(found.other ? { other: { ...seen(found.other.thread), probability: found.other.probability } } : {}),
      confusedWith: found.confusedWith.map(seen),
      ...(hint === undefined ? {} : { hexHint: hint }),
      ...(misread.length === 0 ? {} : { misread }),
      ...(found.nextCheck ? { nextCheck: threadCheckWords(found.nextCheck) } : {}),
      sentence: threadIdentityWords(found),
    } satisfies ThreadIdentifyAnswer;
  });
  router.post('/tools/thread/mate', async (ctx) => {
    const { male, female, turns, maleSeat, femaleSeat } = await readBody(ctx, ThreadMateRequest);
    const named = (text: string, pointer: string): SeriesThread => {
      const thread = findThread(text);
      if (!thread) throw badRequest(readThread(text).sentence ?? 'This names no thread.', pointer);
      return thread;
    };
    const [a, b] = [named(male, '/male'), named(female, '/female')];
    const found = mate(a, b, stores.settings.current(), turns);
    const pair = { male: a.designation, female: b.designation };
    const seats = maleSeat && femaleSeat ? seatsMeet(femaleSeat, maleSeat) : undefined;
    ctx.body = {
      ...found,
      ...pair,
      ...(seats ? { seats } : {}),
      say: couplingWords(
        { ...found, ...pair },
        seats && maleSeat && femaleSeat
          ? { meets: seats.meets, male: findSeat(maleSeat)?.name ?? '', female: findSeat(femaleSeat)?.name ?? '' }
          : undefined,
      ),
    } satisfies ThreadMateAnswer;
  });
  router.post('/tools/thread/read', async (ctx) => {
    ctx.body = readThread((await readBody(ctx, ThreadReadRequest)).text);
  });
}

/** What people write, read as a quantity. */
function quantityTools(router: Router): void {
  router.post('/tools/quantity/read', async (ctx) => {
    const { text, attribute, assume, expects } = await readBody(ctx, QuantityReadRequest);
    const row = attribute === undefined ? undefined : findAttribute(attribute);
    if (attribute !== undefined && !row)
      throw badRequest(`"${attribute}" is not an attribute that is known here.`, '/attribute');
    ctx.body = readQuantity(text, {
      expects,
      ...(assume ? { assume } : {}),
      ...(row?.usual ? { usual: row.usual } : {}),
    });
  });
}

/** The calculators: /tools/… */
export function toolRoutes(router: Router, stores: Stores): void {
  boreTools(router, stores);
  rodGapTool(router, stores);
  rodThreadTools(router, stores);
  threadTools(router, stores);
  quantityTools(router);
  feelRoutes(router, stores);
  lineRoutes(router, stores);
}
