import type {
  AbstractControl,
  FormArray,
  FormControl,
  FormGroup,
  NonNullableFormBuilder,
  ValidationErrors,
} from '@angular/forms';
import type { LineCutRequest } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import { mm, readQuantity, toBase } from '@kerabat/core/base/units';
import { findThread } from '@kerabat/core/named/thread';
import { findTube, type LineFlare, type TubeMaterial } from '@kerabat/core/named/tube';
import type { Bend, LineEnd, LineOrder } from '@kerabat/core/work/line';

/** A line as it is typed: legs and the bends between them, its tube and its ends. */

export interface BendGroup {
  readonly angle: FormControl<string>;
  readonly radius: FormControl<string>;
  readonly turn: FormControl<string>;
}
export interface LineFormShape {
  readonly tube: FormControl<string>;
  readonly material: FormControl<TubeMaterial>;
  readonly flares: FormArray<FormControl<LineFlare>>;
  readonly nuts: FormArray<FormControl<string>>;
  readonly protectors: FormControl<string>;
  readonly legs: FormArray<FormControl<string>>;
  readonly bends: FormArray<FormGroup<BendGroup>>;
}
export type LineForm = FormGroup<LineFormShape>;
export type TypedLine = ReturnType<LineForm['getRawValue']>;

/**
 * Why a text is no such value, as the sentence at its field; an empty one is not complained of before the rest is
 * there.
 */
const told = (words: string | undefined): ValidationErrors | null => (words === undefined ? null : { words });
const length = ({ value }: AbstractControl<string>): ValidationErrors | null => {
  if (value.trim() === '') return { missing: true };
  return told(readQuantity(value, { expects: 'length' }).problem);
};
const degrees =
  (least: number, most: number, empty = false) =>
  ({ value }: AbstractControl<string>): ValidationErrors | null => {
    const text = value.replace(',', '.').replace('°', '').trim();
    if (text === '') return empty ? null : { missing: true };
    const angle = Number(text);
    return angle >= least && angle <= most ? null : told(`${least} to ${most} degrees`);
  };
const thread = ({ value }: AbstractControl<string>): ValidationErrors | null =>
  value.trim() === '' || findThread(value) ? null : told('no thread of a standard');

export const newBend = (make: NonNullableFormBuilder, radius = '', angle = ''): FormGroup<BendGroup> =>
  make.group({
    angle: [angle, degrees(0.1, 180)],
    radius: [radius, length],
    turn: ['', degrees(-360, 360, true)],
  });
export const newLeg = (make: NonNullableFormBuilder, text = ''): FormControl<string> => make.control(text, length);

export const BLANK_LINE: TypedLine = {
  tube: '3/16 in',
  material: 'steel',
  flares: ['inverted-flare', 'inverted-flare'],
  nuts: ['3/8-24 UNF', '3/8-24 UNF'],
  protectors: '',
  legs: ['180', '240', '95'],
  bends: [
    { angle: '90', radius: '16', turn: '' },
    { angle: '45', radius: '16', turn: '' },
  ],
};

export function lineForm(make: NonNullableFormBuilder, line: TypedLine): LineForm {
  return make.group({
    tube: [line.tube],
    material: [line.material],
    flares: make.array(line.flares.map((flare) => make.control(flare))),
    nuts: make.array(line.nuts.map((nut) => make.control(nut, thread))),
    protectors: [line.protectors],
    legs: make.array(line.legs.map((leg) => newLeg(make, leg))),
    bends: make.array(
      line.bends.map(({ angle, radius, turn }) => {
        const bend = newBend(make, radius, angle);
        bend.controls.turn.setValue(turn);
        return bend;
      }),
    ),
  });
}

const mmOf = (text: string): number | undefined => {
  const { quantity } = readQuantity(text, { expects: 'length' });
  return quantity && toBase(quantity);
};
const figure = (text: string): number => Number(text.replace(',', '.').replace('°', '').trim() || '0');

/** What a test flare took of a tube, by tube and flare; what nobody tried is absent. */
export type Trials = Readonly<Partial<Record<string, number>>>;
export const trialKey = (tube: string, flare: LineFlare): string => `${tube} ${flare}`;

/** The line that is typed, in mm; undefined while a figure is wanting. A bend of 180° is entered by its arc. */
export function orderOf(typed: TypedLine, trials: Trials): LineOrder | undefined {
  const tube = findTube(typed.tube);
  const legs = typed.legs.map(mmOf);
  const bends = typed.bends.map(({ angle, radius, turn }): Bend | undefined => {
    const radiusMm = mmOf(radius);
    const angleDeg = figure(angle);
    const rotationDeg = figure(turn);
    if (radiusMm === undefined || !(angleDeg > 0)) return undefined;
    return {
      angleDeg,
      radiusMm,
      ...(rotationDeg === 0 ? {} : { rotationDeg }),
      ...(angleDeg > 150 ? { byArc: true } : {}),
    };
  });
  if (!tube || legs.some((leg) => leg === undefined) || bends.some((bend) => bend === undefined)) return undefined;
  const end = (i: 0 | 1): LineEnd => {
    const flare = typed.flares[i] ?? 'none';
    const nut = findThread(typed.nuts[i] ?? '')?.designation;
    const allowanceMm = lookup(trials, trialKey(tube.tube, flare));
    return {
      flare,
      ...(nut === undefined ? {} : { nut }),
      ...(allowanceMm === undefined ? {} : { allowanceMm }),
    };
  };
  const protectors = Math.trunc(figure(typed.protectors));
  return {
    tube,
    material: typed.material,
    legsMm: legs as number[],
    bends: bends as Bend[],
    ends: [end(0), end(1)],
    ...(protectors > 0 ? { protectors } : {}),
  };
}

const endOf = ({ flare, nut, allowanceMm }: LineEnd): LineCutRequest['ends'][number] => ({
  flare,
  ...(nut === undefined ? {} : { nut }),
  ...(allowanceMm === undefined ? {} : { allowance: mm(allowanceMm) }),
});

/** The same line as it is asked for over HTTP. */
export function requestOf({ tube, material, legsMm, bends, ends, protectors }: LineOrder): LineCutRequest {
  return {
    tube: tube.tube,
    material,
    legs: legsMm.map(mm),
    bends: bends.map(({ angleDeg, radiusMm, rotationDeg, byArc }) => ({
      angle: angleDeg,
      radius: mm(radiusMm),
      ...(rotationDeg === undefined ? {} : { rotation: rotationDeg }),
      ...(byArc === undefined ? {} : { byArc }),
    })),
    ends: [endOf(ends[0]), endOf(ends[1])],
    ...(protectors === undefined ? {} : { protectors }),
  };
}

/** A line that was kept, as it would be typed. */
export function typedOf(line: LineCutRequest): TypedLine {
  const plain = (value: number): string => String(Math.round(value * 100) / 100);
  const [first, second] = line.ends;
  return {
    tube: line.tube,
    material: line.material ?? 'steel',
    flares: [first.flare, second.flare],
    nuts: [first.nut ?? '', second.nut ?? ''],
    protectors: line.protectors === undefined ? '' : String(line.protectors),
    legs: (line.legs ?? []).map((leg) => plain(toBase(leg))),
    bends: (line.bends ?? []).map(({ angle, radius, rotation = 0 }) => ({
      angle: plain(angle),
      radius: plain(toBase(radius)),
      turn: rotation === 0 ? '' : plain(rotation),
    })),
  };
}
