import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { EvidenceView, MeasurementView, NextCheckView, SlotWork } from '@kerabat/contract';
import type { FourState } from '@kerabat/core/base/state';
import { measureOf } from '@kerabat/core/job';
import { findAttribute } from '@kerabat/core/named/attribute';
import type { Fact } from '@kerabat/core/named/unit';
import { factsWords, keyOf, partDrawing } from '@kerabat/core/tell/drawing';
import { factOfEvidence } from '@kerabat/core/vehicle/reading';
import { DrawingView, type LabelSize, NARROW } from '../../drawing/drawing';
import { Zoomable } from '../../drawing/zoomable';
import { evidenceItem } from '../../job/evidence';
import { JobService } from '../../job/job-service';
import { focusSoon } from '../../parts/focus';
import { Shortcuts } from '../../parts/shortcuts';
import { MeasureField } from '../fit/measure-field';

interface Place {
  readonly key: string;
  readonly words: string;
  /** What was seen there. */
  readonly seen?: string;
  /** What is to be checked there, and which of the next checks it is. */
  readonly measure?: MeasurementView;
  readonly n?: number;
}

const FIELD: LabelSize = { width: 142, height: 38 };

/** The unit as it is drawn, with what was seen at its places and the next checks as fields where they are made. */
@Component({
  selector: 'app-unit-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrawingView, MeasureField, Zoomable],
  template: `
    <app-zoomable
      ><app-drawing
        [drawing]="drawing()"
        [over]="over()"
        [words]="words()"
        [labels]="labels()"
        [states]="states()"
        [active]="active()"
        [mostHeight]="170"
        (pointed)="pointed.set($event)"
        (wide)="wide.set($event)"
      >
        <ng-template let-label>
          @if (byKey().get(label.key); as place) {
            @if (place.measure; as m) {
              <app-measure-field
                [measure]="m"
                [bare]="true"
                [short]="place.words"
                (told)="echo.set($event)"
                (recorded)="goOn()"
              />
            } @else {
              <span class="seen"
                ><span class="small quiet">{{ place.words }}</span> <b class="mono">{{ place.seen }}</b></span
              >
            }
          }
        </ng-template>
      </app-drawing></app-zoomable
    >
    <p class="small caption">
      <span class="quiet">{{ caption() }}</span>
      <span class="mono" aria-live="polite" [class.bad]="echo().bad">{{ echo().echo }}</span>
    </p>
    @for (doubt of drawing().doubts; track doubt) {
      <p class="needs-you small">{{ doubt }}</p>
    }
    @if (wide() < narrow) {
      <ol>
        @for (place of fields(); track place.key) {
          <li>
            <app-measure-field [measure]="place.measure" [where]="false" (recorded)="goOn()" />
          </li>
        }
      </ol>
    }
  `,
  styles: `
    :host {
      display: block;
      background: var(--raised);
      border: 1px solid var(--line);
      border-radius: 4px;
      padding: 4px;
      min-width: 0;
    }
    .seen {
      display: grid;
      line-height: 1.15;
      padding: 0 4px;
      white-space: nowrap;
      overflow: hidden;
    }
    .caption {
      margin: 2px 4px;
      display: flex;
      gap: 4px 12px;
      flex-wrap: wrap;
    }
    .bad {
      color: var(--nofit);
    }
    ol {
      padding-left: 1.6rem;
      margin: 4px 0;
    }
  `,
})
export class UnitSheet {
  protected readonly narrow = NARROW;
  private readonly service = inject(JobService);
  private readonly shortcuts = inject(Shortcuts);
  readonly work = input.required<SlotWork>();
  readonly checks = input.required<readonly NextCheckView[]>();
  readonly held = input.required<readonly EvidenceView[]>();
  /** The likeliest unit, as it is recorded. */
  readonly drawn = input<{ readonly name: string; readonly facts: readonly Fact[] }>();
  /** The check that is pointed at in a list beside it. */
  readonly check = input<string>();

  protected readonly pointed = signal<string | undefined>(undefined);
  protected readonly active = computed(() => this.pointed() ?? this.check());
  protected readonly echo = signal<{ readonly echo: string; readonly bad: boolean }>({ echo: '', bad: false });
  protected readonly wide = signal(1000);

  private readonly found = computed(() => this.held().map((e) => factOfEvidence(evidenceItem(e), 'found')));
  private readonly seenKeys = computed(
    () => new Map(this.held().map((e) => [keyFor(e.attribute, e.position), e.value])),
  );
  protected readonly drawing = computed(() => partDrawing(this.work().kind, this.drawn()?.facts ?? this.found()));
  /** What was found, over what is recorded. */
  protected readonly over = computed(() => {
    const recorded = this.drawn()?.facts;
    if (!recorded) return undefined;
    const keys = new Set(this.found().map((f) => keyFor(f.attribute, f.position)));
    return partDrawing(this.work().kind, [
      ...recorded.filter((f) => !keys.has(keyFor(f.attribute, f.position))),
      ...this.found(),
    ]);
  });
  private readonly places = computed((): readonly Place[] => {
    const next = new Map(
      this.checks().map((check, i) => [keyFor(check.attribute, check.position), { check, n: i + 1 }]),
    );
    const told = this.drawing().views.flatMap((view) => [...view.dimensions, ...view.marks]);
    const seen = new Set<string>();
    const places = told.flatMap(({ key, words }): Place[] => {
      if (seen.has(key)) return [];
      seen.add(key);
      const value = this.seenKeys().get(key);
      if (value !== undefined) return [{ key, words, seen: value.split(' · ')[0] ?? value }];
      const one = next.get(key);
      const name = one && findAttribute(one.check.attribute)?.name;
      if (!one || !name) return [];
      const measure = {
        ...measureOf(this.work().slot, 'vehicle', name, one.check.position),
        key: `identify-${key}`,
        group: 'nothing-off' as const,
        turns: [],
      };
      return [{ key, words, measure, n: one.n }];
    });
    // Tab goes through the checks in the order in which they are worth making.
    return places.sort((a, b) => (a.n ?? 0) - (b.n ?? 0));
  });
  protected readonly byKey = computed(() => new Map(this.places().map((place) => [place.key, place])));
  protected readonly fields = computed(() =>
    this.places().flatMap((place) => (place.measure ? [{ ...place, measure: place.measure }] : [])),
  );
  protected readonly labels = computed(
    () => new Map(this.places().map((place) => [place.key, place.measure ? FIELD : textSize(place)])),
  );
  protected readonly states = computed(
    () => new Map(this.places().map((p): [string, FourState] => [p.key, p.measure ? 'not-known' : 'fits'])),
  );
  protected readonly words = computed(() => {
    const unit = this.drawn();
    const told = factsWords(unit?.facts ?? this.found());
    const found = factsWords(this.found());
    return [`${unit?.name ?? 'unit'}, drawn to scale: ${told || 'nothing known yet'}`, found && `found: ${found}`]
      .filter(Boolean)
      .join('. ');
  });
  protected readonly caption = computed(() => {
    const unit = this.drawn();
    return (
      `${unit ? `${unit.name}, recorded in ink; what was found otherwise over it` : 'what was found'}; ` +
      'dotted is not known'
    );
  });

  /** One goes on with the next check, where one would still tell something; else with what is done next. */
  protected goOn(): void {
    this.echo.set({ echo: '', bad: false });
    if (this.service.workspace()?.next?.act === 'check') this.shortcuts.goOn();
    else focusSoon('next-act');
  }
}

const keyFor = (attribute: string, position?: string): string => {
  const name = findAttribute(attribute)?.name;
  return name === undefined ? attribute : keyOf(name, position);
};
const textSize = ({ words, seen }: Place): LabelSize => ({
  width: Math.min(Math.max(words.length * 6.4, (seen ?? '').length * 8.4, 40) + 12, 190),
  height: 36,
});
