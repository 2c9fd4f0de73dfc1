import type { SlotWork, Workspace } from '@kerabat/contract';
import { benchWord } from '@kerabat/core/find/identify';
import { attribute, type AttributeName, findAttribute } from '@kerabat/core/named/attribute';
import { questionText } from '@kerabat/core/job';
import { said, type Thing, type TrueFact, unitThere } from '@kerabat/core/simulate';
import { TrialJob } from './job.js';
import { offersFor, placeAt } from './spec.js';
import type { End, Seat } from './types.js';

/** The policy that is judged: does what the next act names, and answers as the person can. */

/** So many acts, and a job is given up. */
const MOST_ACTS = 120;
/** Minutes of an act at the counter; what is measured takes as long as its attribute does. */
const ACT_MINUTES = 0.2;

interface Asked {
  readonly attribute: string;
  readonly position?: string;
  readonly line: string;
}

/** What is so at every end of a line between the units: what is made there is made to it. */
const BETWEEN: readonly TrueFact[] = [
  { attribute: 'port-thread', value: 'M10x1.0' },
  { attribute: 'port-seat', value: 'inverted-flare' },
];

/** Why a decision has to be given again; nothing where it was not given or still holds. */
const againIn = ({ decisions }: Workspace, subject: string): string =>
  decisions.find((one) => one.subject === subject)?.again ?? '';

/** Somebody who follows the advice through one job. */
export class Follower {
  readonly job: TrialJob;
  /** What was answered, chosen or taken already: nothing is done twice. */
  private readonly done = new Set<string>();
  private asked = 0;
  private twice = 0;
  private unanswered = 0;
  private again = 0;
  private minutes = 0;

  constructor(private readonly seat: Seat) {
    const { spec } = seat;
    this.job = new TrialJob(seat.vehicle, spec);
    if (spec.conversion !== undefined) this.job.decide('conversion', spec.conversion, '');
    for (const id of spec.also ?? []) this.job.decide(`conversion:${id}`, id, '');
    if (spec.request === 'kit') this.job.decide(`reseal:${spec.slot}`, 'yes');
  }

  async follow(): Promise<End> {
    for (let acts = 1; acts <= MOST_ACTS; acts++) {
      await this.job.bind((subject) => this.seat.shop.given(this.job.base(), subject));
      const w = await this.seat.shop.workOut(this.job.base());
      this.minutes += ACT_MINUTES;
      if (!w.next || w.work.length === 0) return this.ended('not-safe', acts, w);
      this.seat.story.push(w.next.words);
      if (w.next.act === 'order') return this.ended(w.safety.grade, acts, w);
      const work = w.work.find(({ slot }) => slot === w.next?.target.place) ?? w.work[0];
      if (!work || !this.act(w, work)) return this.ended(w.safety.mayOrder ? w.safety.grade : 'not-safe', acts, w);
    }
    return this.ended('never', MOST_ACTS);
  }

  /** Does the next thing; `false` where nothing is left that could be done. */
  private act(w: Workspace, work: SlotWork): boolean {
    switch (w.next?.act) {
      case 'check':
      case 'identify':
      case 'confirm-unit':
        if (w.next.target.fact === 'fluid') return this.readCap(work);
        return this.identify(
          work,
          w.next.act === 'confirm-unit',
          w.safety.blockers.some(({ key }) => key === `${work.slot}/excluded`),
        );
      case 'read-again':
        return this.readAgain(work);
      case 'dispute':
        return this.settle(work);
      case 'choose':
        return this.choose(w, work);
      case 'measure':
        return this.measure(w);
      case 'fix':
        return this.fix(w, work, w.next.target.joint);
      case 'confirm-wanted':
        return this.once(`wanted ${work.slot} ${againIn(w, `wanted:${work.slot}`)}`, () =>
          this.job.decide(`wanted:${work.slot}`, 'yes'),
        );
      case 'kit':
        return this.kit(work);
      case 'fluid':
        return w.fluids
          .filter(({ state }) => state !== 'fits')
          .some(({ system, grades }) => {
            const grade = grades.find(({ state }) => state === 'fits')?.grade;
            return grade !== undefined && this.once(`fluid ${system}`, () => this.job.decide(`fluid:${system}`, grade));
          });
      default:
        return false;
    }
  }

  private once(what: string, act: () => void): boolean {
    if (this.done.has(what)) return false;
    this.done.add(what);
    act();
    return true;
  }

  /** What is true of the unit that is in a place, and of the vehicle as its plate says. */
  private there(slot: string): readonly TrueFact[] {
    const { vehicle, shop } = this.seat;
    return [
      ...unitThere(shop.world, vehicle, slot),
      { attribute: 'build-month', value: vehicle.built },
      ...vehicle.options.map((value): TrueFact => ({ attribute: 'option-code', value })),
    ];
  }

  /** The first check that was not asked yet; the likeliest unit where nothing more can be checked. */
  private identify({ slot, identification, old }: SlotWork, confirm: boolean, excluded: boolean): boolean {
    const fresh = identification.nextChecks.find((one) => !this.done.has(keyOf(slot, one)));
    // What is proposed again was read too coarsely; what cannot be read more finely is said to be the end of it.
    const check = fresh ?? identification.nextChecks[0];
    const { verdict, candidates } = identification;
    const contradicts = verdict === 'contradictory' || excluded;
    const isMarked = ({ agrees }: (typeof candidates)[number]): boolean =>
      agrees.some(({ attribute: name }) => name === 'label-code' || name === 'casting-number');
    // Where it contradicts itself nobody says by name what no mark told.
    const best = contradicts ? candidates.find(isMarked) : candidates[0];
    // What the record names already is not made surer by saying it again.
    if (!confirm && !check && old !== undefined && !contradicts) return false;
    if (confirm || !check)
      return best !== undefined && this.once(`old ${best.unitId}`, () => this.job.decide(`old:${slot}`, best.unitId));
    const key = fresh ? keyOf(slot, check) : `${keyOf(slot, check)} finer`;
    const told =
      !this.done.has(key) && this.answer(this.there(slot), check, slot, true, fresh ? 'caliper' : 'micrometer');
    this.done.add(key);
    if (!told) this.job.decide(checkEnd(slot, check), 'cannot-be-seen');
    return true;
  }

  /** The next that is offered, at the place that is named or at the one that may be changed instead. */
  private choose(w: Workspace, { slot }: SlotWork): boolean {
    const or = w.next?.target.or;
    // Where all that is offered there was tried, another place of the same job may be changed.
    const places = [slot, ...(or === undefined ? [] : [or]), ...w.work.map((one) => one.slot)];
    return [...new Set(places)].some((place) => this.chooseAt(w, place));
  }
  private chooseAt({ work }: Workspace, slot: string): boolean {
    const place = work.find((one) => one.slot === slot);
    if (place?.left || place?.resealed) return false;
    const old = place?.old?.unitId;
    // A unit that did not go beside one may go beside another.
    const keyWith = (id: string): string =>
      `units ${work.map((one) => `${one.slot} ${one.slot === slot ? id : (one.chosen?.unitId ?? '')}`).join()}`;
    const { spec, shop } = this.seat;
    const id = offersFor(shop.world, spec, slot, old).find((one) => !this.done.has(keyWith(one)));
    if (id === undefined) return false;
    const number = shop.world.units.get(id)?.number ?? '';
    return this.once(keyWith(id), () => this.job.decide(`unit:${slot}`, id, number));
  }

  private measure(w: Workspace): boolean {
    const target = w.next?.target;
    const at = target?.at ?? target?.place;
    const m = w.measurements.find((one) => one.attribute === target?.fact && one.slot === at);
    if (!m) return false;
    const { vehicle, shop, spec } = this.seat;
    const chosen = w.work.find(({ slot }) => slot === m.slot)?.chosen?.unitId ?? '';
    const key = `measure ${m.key} ${m.side === 'unit' ? chosen : ''}${m.again ? ' again' : ''}`;
    if (m.again && !this.done.has(key)) this.again += 1;
    // Asked again where a caliper was too coarse: by a micrometer then.
    const tool = this.done.has(key) ? 'micrometer' : 'caliper';
    if (tool === 'micrometer' && (!isCoarse(w, m) || this.done.has(`${key} finer`))) {
      this.twice += 1;
      return false;
    }
    this.done.add(tool === 'micrometer' ? `${key} finer` : key);
    const ofUnit = m.side === 'unit';
    const side = placeAt(vehicle, spec, m.slot)?.side ?? [];
    // What is asked of the vehicle may be of the unit that is on it, and the other way round: people look where it is.
    const facts = ofUnit ? [...(shop.world.units.get(chosen)?.facts ?? []), ...side] : this.beside(m.slot);
    if (this.answer(facts, m, ofUnit ? `unit:${chosen}` : m.slot, !ofUnit, tool)) return true;
    // Whoever cannot say so says that, and goes on.
    const question = questionText({ side: m.side, attribute: m.attribute as AttributeName, ...positionOf(m) });
    const subject = `asked:${m.slot}/${question}`;
    if (m.again) this.job.decide(subject, 'nowhere');
    else if (ofUnit) this.job.decide(subject, 'no-answer', 'the seller');
    else this.job.decide(subject, 'cannot-be-seen');
    return true;
  }

  /** What is true at a place of the vehicle. */
  private beside(slot: string): readonly TrueFact[] {
    const { vehicle, spec } = this.seat;
    return [...(placeAt(vehicle, spec, slot)?.side ?? []), ...this.there(slot), ...BETWEEN];
  }

  /** Reads the grade that the cap names. */
  private readCap({ slot }: SlotWork): boolean {
    const asked = { attribute: 'fluid', line: benchWord('fluid') };
    const again = this.done.has(`cap ${slot}`);
    if (again) this.again += 1;
    this.done.add(`cap ${slot}`);
    if (!this.answer(this.beside(slot), asked, slot, true))
      this.job.decide(checkEnd(slot, asked), again ? 'nowhere' : 'cannot-be-seen');
    return true;
  }

  /** Takes a reading once more, by the finest that there is. */
  private readAgain({ slot, readAgain }: SlotWork): boolean {
    if (!readAgain || this.done.has(`again ${keyOf(slot, readAgain)}`)) return false;
    this.done.add(`again ${keyOf(slot, readAgain)}`);
    if (!this.answer(this.there(slot), readAgain, slot, true, 'micrometer'))
      this.job.decide(checkEnd(slot, readAgain), 'cannot-be-seen');
    return true;
  }

  /** Of readings that contradict each other the one that stands alone is taken back; of two a third is read first. */
  private settle({ slot, disputes, chosen }: SlotWork): boolean {
    const readings = this.job.readingsLike(disputes[0]?.readings[0]?.id ?? 0);
    const [one] = readings;
    const row = one && findAttribute(one.attribute);
    if (!one || !row || this.done.has(`settled ${readings.map(({ id }) => id).join()}`)) return false;
    this.done.add(`settled ${readings.map(({ id }) => id).join()}`);
    if (readings.length === 2) {
      const ofUnit = one.slot !== slot;
      const facts = ofUnit ? (this.seat.shop.world.units.get(chosen?.unitId ?? '')?.facts ?? []) : this.beside(slot);
      const asked = { ...one, line: benchWord(row.name, one.position) };
      if (!this.answer(facts, asked, one.slot, !ofUnit, 'micrometer')) return false;
    }
    const now = this.job.readingsLike(one.id);
    const apart = (a: (typeof now)[number], b: (typeof now)[number]): number =>
      a.figure === undefined || b.figure === undefined ? Number(a.value !== b.value) : Math.abs(a.figure - b.figure);
    const from = (a: (typeof now)[number]): number => Math.min(...now.map((b) => (a === b ? Infinity : apart(a, b))));
    const [alone] = [...now].sort((a, b) => from(b) - from(a));
    if (!alone) return false;
    this.seat.story.push(`took back: ${alone.attribute} ${alone.value}`);
    this.job.withdraw(alone);
    return true;
  }

  private kit({ slot, kits, old }: SlotWork): boolean {
    const key = (id: string): string => `kit ${id} for ${old?.unitId ?? ''}`;
    const kit = kits.find(({ id }) => !this.done.has(key(id)));
    return kit !== undefined && this.once(key(kit.id), () => this.job.decide(`kit:${slot}`, kit.id));
  }

  private fix(w: Workspace, { slot, joints }: SlotWork, joint: string | undefined): boolean {
    const checks = joints.find(({ id }) => `${slot}/${id}` === joint)?.checks ?? [];
    // What ended with what it was given for is taken again, a few times.
    const doneAs = (key: string): string => {
      const subject = `fix:${slot}/${key}`;
      return `fix ${slot} ${key} ${againIn(w, subject) === '' ? '' : Math.min(this.job.timesDecided(subject), 12)}`;
    };
    const fix = checks.flatMap(({ fixes }) => fixes).find(({ key }) => !this.done.has(doneAs(key)));
    if (!fix) return false;
    return this.once(doneAs(fix.key), () => this.job.decide(`fix:${slot}/${fix.key}`, 'accepted'));
  }

  /** Asks the person; what they say is recorded as it would be typed. */
  private answer(
    facts: readonly TrueFact[],
    asked: Asked,
    slot: string,
    onVehicle: boolean,
    tool: 'caliper' | 'micrometer' = 'caliper',
  ): boolean {
    this.asked += 1;
    const row = findAttribute(asked.attribute);
    if (row) this.minutes += attribute(row.name).minutes;
    const answer = row && said(facts, row.name, asked.position, this.seat.person, this.seat.draw, tool);
    if (answer === undefined) {
      this.unanswered += 1;
      this.seat.story.push(`cannot say: ${asked.line}`);
      return false;
    }
    this.seat.story.push(`said: ${asked.line}${answer}`);
    const problem = this.job.tell(`${asked.line}${answer}`, slot, onVehicle);
    if (problem !== undefined) this.seat.story.push(problem);
    return true;
  }

  private async ended(end: End['end'], acts: number, w?: Workspace): Promise<End> {
    const { asked, twice, again, unanswered, minutes, job, seat } = this;
    const counts = { acts, asked, twice, again, unanswered, minutes };
    if (!w) return { end, units: {}, fixes: [], receive: [], askedFor: [], ...counts };
    const kit = w.work.flatMap(({ kits, resealed }) => (resealed ? kits.filter(({ chosen }) => chosen) : []))[0]?.id;
    return {
      end: w.safety.nothing === undefined ? end : 'nothing',
      units: Object.fromEntries(
        w.work.flatMap(({ slot, chosen, resealed }) => (chosen && !resealed ? [[slot, chosen.unitId] as const] : [])),
      ),
      ...(kit === undefined ? {} : { kit }),
      ordered: thingsOn(w),
      askedFor: w.partsList.flatMap(({ key }) => {
        const [asks, item] = key.split('/');
        return asks === 'ask' && item !== undefined ? [item] : [];
      }),
      fixes: await seat.shop.fixesOf(job.base()),
      receive: [...w.safety.receive.flatMap(({ joint }) => joint ?? []), ...w.safety.compare.map(({ key }) => key)],
      ...counts,
    };
  }
}

/** What a list says is to order, as things that can be counted. */
const thingsOn = ({ partsList }: Workspace): Thing[] =>
  partsList
    .filter(({ section }) => section === 'order')
    .map(({ key, item, quantity, number, wants }) => ({
      item: itemOf(key, wants?.kind ?? item),
      quantity,
      ...(number === undefined ? {} : { number }),
      ...(wants?.kind === 'bench-bleed' && wants.thread !== undefined ? { thread: wants.thread } : {}),
    }));
function itemOf(key: string, item: string | undefined): string {
  if (key.endsWith('/kit')) return 'kit';
  if (key.endsWith('/unit')) return `unit ${key.slice(0, -'/unit'.length)}`;
  return item ?? key;
}

/** Whether a check asks for it because the readings do not decide. */
const isCoarse = (
  { work }: Workspace,
  { attribute: name, slot }: { readonly attribute: string; readonly slot: string },
) =>
  work.some(
    ({ joints, kitBore, slot: own }) =>
      (kitBore !== undefined && own === slot && name === 'bore') ||
      joints.some(({ checks }) =>
        checks.some(
          ({ sentence, measures }) =>
            /too coarse|depth gauge/.test(sentence) &&
            measures.some((one) => one.attribute === name && one.slot === slot),
        ),
      ),
  );

const positionOf = ({ position }: Pick<Asked, 'position'>) => (position === undefined ? {} : { position });

/** That a check of which unit is there cannot be seen. */
const checkEnd = (slot: string, check: Pick<Asked, 'attribute' | 'position'>): string => {
  const name = check.attribute as AttributeName;
  return `asked:${slot}/${questionText({ side: 'vehicle', attribute: name, ...positionOf(check) })}`;
};

const keyOf = (slot: string, { attribute: name, position }: Pick<Asked, 'attribute' | 'position'>): string =>
  `check ${slot} ${name} ${position ?? ''}`;
