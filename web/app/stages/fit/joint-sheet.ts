import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatTableModule } from '@angular/material/table';
import type { CheckView, DrawnFaces, JointView, MeasurementView, SlotWork } from '@kerabat/contract';
import type { FourState } from '@kerabat/core/base/state';
import { printBoth } from '@kerabat/core/base/units';
import { isSameQuestion, measureOf, sideAt } from '@kerabat/core/job';
import { type AttributeName, valueWords } from '@kerabat/core/named/attribute';
import { type Drawing, faceKey, type FaceName, jointDrawing } from '@kerabat/core/tell/drawing';
import { DrawingView, type LabelSize, NARROW } from '../../drawing/drawing';
import { Zoomable } from '../../drawing/zoomable';
import { JobService } from '../../job/job-service';
import { NoAnswer } from '../../job/no-answer';
import { StateMark } from '../../parts/state-mark';
import { MeasureField } from './measure-field';

/** What stands at a label: a value that is known, or the field for one that is not. */
interface Place {
  readonly key: string;
  readonly words: string;
  readonly value?: string;
  readonly state: FourState | undefined;
  /** Nothing is decided without it. */
  readonly needed: boolean;
  readonly measure: MeasurementView;
}

const FIELD: LabelSize = { width: 138, height: 38 };
const LETTER = 7.6;

/**
 * A joint as it is drawn: both faces with the fields on their dimension lines, and the checks below it. One thing has
 * one mark.
 */
@Component({
  selector: 'app-joint-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatTableModule, DrawingView, Zoomable, MeasureField, NoAnswer, StateMark],
  templateUrl: './joint-sheet.html',
  styleUrl: './joint-sheet.scss',
})
export class JointSheet {
  protected readonly narrow = NARROW;
  private readonly service = inject(JobService);
  readonly joint = input.required<JointView>();
  readonly work = input.required<SlotWork>();
  /** Only the fields of these measurements, and no checks below: a page of small drawings is made of such sheets. */
  readonly only = input<readonly Pick<MeasurementView, 'slot' | 'side' | 'attribute' | 'position'>[]>();
  /** What it would be drawn from with a fix that is only looked at. */
  readonly tried = input<DrawnFaces>();

  private readonly injector = inject(Injector);
  private readonly sheet = viewChild<DrawingView>('view');
  protected readonly active = signal<string | undefined>(undefined);
  protected readonly editing = signal<string | undefined>(undefined);
  protected readonly echo = signal<{ readonly echo: string; readonly bad: boolean }>({ echo: '', bad: false });
  protected readonly columns = ['state', 'check', 'values', 'means'];
  protected readonly wide = signal(1000);

  private readonly shown = computed(() => this.tried() ?? this.joint().drawn);
  private readonly facts = computed(() => {
    const drawn = this.shown();
    return (
      drawn && {
        kind: drawn.kind,
        a: drawn.faces[0].facts,
        b: drawn.faces[1].facts,
        ...(drawn.gap === undefined ? {} : { gap: drawn.gap }),
      }
    );
  });
  protected readonly drawing = computed(() => {
    const facts = this.facts();
    return facts && jointDrawing(facts);
  });
  /** Every place of the drawing that tells something, in the order of the drawing. */
  protected readonly places = computed((): readonly Place[] => {
    const [drawn, drawing] = [this.shown(), this.drawing()];
    if (!drawn || !drawing) return [];
    const told = drawing.views.flatMap((view) => [...view.dimensions, ...view.marks]);
    const places = told.flatMap(({ key, words }) => this.placeOf(drawn, key, words) ?? []);
    return this.only() ? places.filter((place) => place.value !== undefined || this.isField(place)) : places;
  });
  protected readonly byKey = computed(() => new Map(this.places().map((place) => [place.key, place])));
  protected readonly labels = computed(
    () => new Map(this.places().map((place) => [place.key, this.isField(place) ? FIELD : textSize(place)])),
  );
  protected readonly states = computed(
    () => new Map(this.places().flatMap(({ key, state }) => (state === undefined ? [] : [[key, state] as const]))),
  );
  protected readonly words = computed(() => {
    const told = this.places().map(({ words, value }) => `${words} ${value ?? 'not known'}`);
    return `${this.joint().words}, drawn to scale: ${told.join('; ') || 'nothing measured yet'}`;
  });
  protected readonly gap = computed(() => {
    const gap = this.shown()?.gap;
    return gap === undefined ? '' : printBoth({ value: gap, unit: 'mm' });
  });
  protected detailLabels = (detail: Drawing): ReadonlyMap<string, LabelSize> =>
    new Map(
      detail.views.flatMap((view) =>
        [...view.dimensions, ...view.marks].map(({ key, words }) => [
          key,
          { width: key === 'gap' ? 190 : words.length * 8.4 + 8, height: 22 },
        ]),
      ),
    );
  /** What is asked at this joint, of what is wanted of it here. */
  protected readonly asked = computed(() =>
    this.joint()
      .checks.flatMap((check) => (check.state === 'not-known' ? check.measures : []))
      .filter((m) => this.isWanted(m)),
  );
  protected readonly open = computed(() => this.places().filter((place) => this.isField(place)));

  protected isField = (place: Place): boolean =>
    (place.value === undefined && place.needed && this.isWanted(place.measure)) || this.editing() === place.key;

  private isWanted(asked: Pick<MeasurementView, 'slot' | 'side' | 'attribute' | 'position'>): boolean {
    const only = this.only();
    return !only || only.some((m) => isSameQuestion(m, asked));
  }

  private placeOf(drawn: DrawnFaces, key: string, words: string): Place | undefined {
    const [at, name] = [key.slice(0, 1) as FaceName, key.slice(2) as AttributeName];
    const face = drawn.faces[at === 'a' ? 0 : 1];
    const check = this.checkOf(key);
    const needed = this.joint()
      .checks.flatMap((c) => c.measures)
      .find((m) => sideAt(this.work().slot, m) === face.side && m.attribute === name);
    const known = face.facts.find((f) => f.attribute === name)?.value;
    if (known === undefined && !needed && !check) return undefined;
    const position = needed?.position ?? (face.position !== undefined && isOfPort(name) ? face.position : undefined);
    const measure = needed ?? measureOf(this.work().slot, face.side, name, position);
    return {
      key,
      words,
      ...(known === undefined ? {} : { value: known === null ? 'none' : shortWords(name, known) }),
      state: check?.state,
      needed: needed !== undefined,
      measure: {
        ...measure,
        key: `${this.work().slot}-${this.joint().id}-${key}`.replace(/[^\w-]/g, '-'),
        group: 'nothing-off',
        turns: [],
      },
    };
  }

  /** The check that compares what stands at a place. */
  private checkOf(key: string): CheckView | undefined {
    return this.joint().checks.find((check) => keysOf(check).includes(key));
  }

  protected activeIn = (check: CheckView): boolean => keysOf(check).includes(this.active() ?? '');
  protected point(check: CheckView): void {
    this.active.set(keysOf(check).find((key) => this.byKey().has(key)));
  }
  protected measuresBeside = (check: CheckView): MeasurementView[] =>
    check.measures
      .filter((m) => !this.places().some((p) => isSameQuestion(p.measure, m)))
      .map((m) => ({
        ...m,
        key: `${m.slot}-${check.id}-${m.side}-${m.attribute}`.replace(/[^\w-]/g, '-'),
        group: 'nothing-off' as const,
        turns: [],
      }));

  protected edit(key: string): void {
    this.editing.set(key);
    this.focusSoon(key);
  }

  /** One goes on with the next field that is empty. */
  protected done(key: string): void {
    this.editing.set(undefined);
    this.echo.set({ echo: '', bad: false });
    const next = this.open().find((place) => place.key !== key);
    if (next) this.focusSoon(next.key);
  }

  private focusSoon(key: string): void {
    afterNextRender(() => this.sheet()?.focusOn(key), { injector: this.injector });
  }

  protected async want(): Promise<void> {
    await this.service.decide(`wanted:${this.work().slot}`, 'yes', 'another design is wanted');
  }
}

const isOfPort = (name: AttributeName): boolean =>
  name.startsWith('port-') || ['tube', 'eye', 'bolt-length'].includes(name);
const keysOf = ({ about }: CheckView): string[] => (about ? [faceKey('a', about[0]), faceKey('b', about[1])] : []);
/** A value as short as a drawing wants it: the first of both systems. */
const shortWords = (name: AttributeName, value: number | string): string =>
  valueWords(name, value).split(' · ')[0] ?? '';
const textSize = ({ words, value }: Place): LabelSize => ({
  width: Math.min(Math.max(words.length * 6.4, (value ?? '?').length * LETTER + 22, 44) + 12, 190),
  height: 36,
});
