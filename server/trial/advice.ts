import type { SlotWork, Workspace } from '@kerabat/contract';
import { findAttribute } from '@kerabat/core/named/attribute';
import { said, type Thing, type TrueFact } from '@kerabat/core/simulate';
import { TrialJob } from './job.js';
import type { End, Seat } from './types.js';

/** The policy that is judged: does what the next act names, and answers as the person can. */

/** So many acts, and a job is given up. */
const MOST_ACTS = 60;
const SLOT = 'brake-master';

interface Asked {
  readonly attribute: string;
  readonly position?: string;
  readonly line: string;
}

/** Somebody who follows the advice through one job. */
class Follower {
  private readonly job: TrialJob;
  /** What was answered, chosen or taken already: nothing is done twice. */
  private readonly done = new Set<string>();
  private fixes = 0;
  private asked = 0;
  private twice = 0;
  private unanswered = 0;

  constructor(private readonly seat: Seat) {
    this.job = new TrialJob(seat.vehicle, seat.request);
  }

  async follow(): Promise<End> {
    for (let acts = 1; acts <= MOST_ACTS; acts++) {
      const w = await this.seat.shop.workOut(this.job.base());
      const [work] = w.work;
      if (!work || !w.next) return this.ended('not-safe', acts, w);
      this.seat.story.push(w.next.words);
      if (w.next.act === 'order') return this.ended(w.safety.grade, acts, w);
      if (!this.act(w, work)) return this.ended(w.safety.mayOrder ? w.safety.grade : 'not-safe', acts, w);
    }
    return this.ended('never', MOST_ACTS);
  }

  /** Does the next thing; `false` where nothing is left that could be done. */
  private act(w: Workspace, work: SlotWork): boolean {
    switch (w.next?.act) {
      case 'check':
      case 'identify':
      case 'confirm-unit':
        return this.identify(work, w.next.act === 'confirm-unit');
      case 'choose':
        return this.choose(work);
      case 'measure':
        return this.measure(w, work);
      case 'fix':
        return this.fix(work, w.next.target.joint);
      case 'confirm-wanted':
        return this.once('wanted', () => this.job.decide(`wanted:${SLOT}`, 'yes'));
      case 'fluid': {
        const grade = w.fluids.flatMap(({ grades }) => grades).find(({ state }) => state === 'fits')?.grade;
        return grade !== undefined && this.once('fluid', () => this.job.decide('fluid:brake', grade));
      }
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

  /** The first check that was not asked yet; the likeliest unit where nothing more can be checked. */
  private identify({ identification }: SlotWork, confirm: boolean): boolean {
    const check = identification.nextChecks.find((one) => !this.done.has(keyOf(one)));
    const best = identification.candidates[0]?.unitId;
    if (confirm || !check)
      return best !== undefined && this.once(`old ${best}`, () => this.job.decide(`old:${SLOT}`, best));
    this.done.add(keyOf(check));
    const { vehicle, shop } = this.seat;
    this.answer(shop.world.units.get(vehicle.unit)?.facts ?? [], check, SLOT, true);
    return true;
  }

  private choose({ old }: SlotWork): boolean {
    const { shop, request } = this.seat;
    const listed = shop.world.listed.filter(({ from, kind }) => from === old?.unitId && kind === 'drop-in');
    const offers = [...(request === 'substitute' || !old ? [] : [old.unitId]), ...listed.map(({ to }) => to)];
    const id = offers.find((one) => !this.done.has(`unit ${one}`));
    if (id === undefined) return false;
    return this.once(`unit ${id}`, () => this.job.decide(`unit:${SLOT}`, id, shop.world.units.get(id)?.number ?? ''));
  }

  private measure(w: Workspace, { chosen }: SlotWork): boolean {
    const target = w.next?.target;
    const m = w.measurements.find((one) => one.attribute === target?.fact && one.slot === target.place);
    if (!m) return false;
    const key = `measure ${m.key} ${m.side === 'unit' ? chosen?.unitId : ''}`;
    if (this.done.has(key)) {
      this.twice += 1;
      return false;
    }
    this.done.add(key);
    const { vehicle, shop } = this.seat;
    const ofUnit = m.side === 'unit';
    const facts = ofUnit ? (shop.world.units.get(chosen?.unitId ?? '')?.facts ?? []) : vehicle.side;
    return this.answer(facts, m, ofUnit ? `unit:${chosen?.unitId ?? ''}` : SLOT, !ofUnit);
  }

  private fix(work: SlotWork, joint: string | undefined): boolean {
    const checks = work.joints.find(({ id }) => `${SLOT}/${id}` === joint)?.checks ?? [];
    const fix = checks.flatMap(({ fixes }) => fixes).find(({ key }) => !this.done.has(`fix ${key}`));
    if (!fix) return false;
    this.fixes += 1;
    return this.once(`fix ${fix.key}`, () => this.job.decide(`fix:${SLOT}/${fix.key}`, 'accepted'));
  }

  /** Asks the person; what they say is recorded as it would be typed. */
  private answer(facts: readonly TrueFact[], asked: Asked, slot: string, onVehicle: boolean): boolean {
    this.asked += 1;
    const row = findAttribute(asked.attribute);
    const answer = row && said(facts, row.name, asked.position, this.seat.person, this.seat.draw);
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

  private ended(end: End['end'], acts: number, w?: Workspace): End {
    const unit = w?.work[0]?.chosen?.unitId;
    const { fixes, asked, twice, unanswered } = this;
    const ordered = w ? { ordered: thingsOn(w) } : {};
    return { end, ...(unit === undefined ? {} : { unit }), ...ordered, fixes, acts, asked, twice, unanswered };
  }
}

/** What a list says is to order, as things that can be counted. */
const thingsOn = ({ partsList }: Workspace): Thing[] =>
  partsList
    .filter(({ section }) => section === 'order')
    .map(({ key, quantity, number, wants }) => ({
      item: key.endsWith('/unit') ? 'unit' : key.startsWith('fluid-') ? 'fluid' : (wants?.kind ?? key),
      quantity,
      ...(number === undefined ? {} : { number }),
      ...(wants?.kind === 'bench-bleed' && wants.thread !== undefined ? { thread: wants.thread } : {}),
    }));

const keyOf = ({ attribute, position }: { readonly attribute: string; readonly position?: string }): string =>
  `check ${attribute} ${position ?? ''}`;

/** Does what the program says is next, until it may be ordered or nothing is left. */
export const byAdvice = (seat: Seat): Promise<End> => new Follower(seat).follow();
