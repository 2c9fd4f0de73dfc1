import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { forkJoin, of, switchMap } from 'rxjs';
import type { EvidenceView } from '@kerabat/contract';
import { compareUnits } from '@kerabat/core/find/identify';
import type { UnitDesign } from '@kerabat/core/named/unit';
import { keyOf, partDrawing } from '@kerabat/core/tell/drawing';
import { factOfEvidence } from '@kerabat/core/vehicle/reading';
import { Designs } from '../../api/designs';
import { DrawingView } from '../../drawing/drawing';
import { evidenceItem } from '../../job/evidence';
import { MatButtonModule } from '@angular/material/button';
import { Cell, DataTable } from '../../parts/data-table';

interface Line {
  readonly words: string;
  readonly differs: boolean;
  readonly seen?: string | undefined;
  /** What is known of each unit; without it the units are drawn. */
  readonly values?: readonly (string | undefined)[];
}

/** Units beside each other: what they differ in first, what was found over what is recorded. */
@Component({
  selector: 'app-compare-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cell, DataTable, MatButtonModule, DrawingView],
  template: `
    <div class="scroll" tabindex="0" role="region" aria-label="Side by side">
      <app-data-table [rows]="lines()" [look]="look" [track]="byWords" words="Units beside each other">
        <ng-container *appCell="'what'; let row; of: lines(); head: true; unseen: true">{{ row.words }}</ng-container>
        @if (evidence().length > 0) {
          <ng-container *appCell="'seen'; let row; of: lines()"
            ><span class="mono seen">{{ row.seen ?? '' }}</span></ng-container
          >
        }
        @for (u of units(); track u.id) {
          <ng-container *appCell="u.maker + ' ' + u.name; let row; of: lines()">
            @if (row.values) {
              <span class="mono">{{ row.values[$index] ?? 'not known' }}</span>
            } @else {
              @let one = drawn(u);
              <app-drawing
                class="drawing"
                [drawing]="one.drawing"
                [over]="one.over"
                [words]="u.name + ', drawn to scale'"
                [mostHeight]="110"
              />
            }
          </ng-container>
        }
      </app-data-table>
    </div>
    @if (alike() > 0 || all()) {
      <button matButton type="button" (click)="all.set(!all())">
        {{ all() ? 'Only what differs' : 'And ' + alike() + ' that they share or that are not known of all' }}
      </button>
    }
  `,
  styles: `
    .scroll {
      overflow-x: auto;
      margin: 4px 0;
    }
    .seen {
      color: var(--link);
    }
    .drawing {
      display: block;
      min-width: 210px;
    }
  `,
})
export class CompareTable {
  private readonly designs = inject(Designs);
  readonly ids = input.required<readonly string[]>();
  readonly evidence = input<readonly EvidenceView[]>([]);
  /** The unit that is drawn over the others, to see where their faces differ. */
  readonly over = input<string>();
  protected readonly all = signal(false);

  private readonly loaded = toSignal(
    toObservable(this.ids).pipe(
      switchMap((ids) => (ids.length === 0 ? of([]) : forkJoin(ids.map((id) => this.designs.get(id))))),
    ),
    { initialValue: [] },
  );
  protected readonly units = computed(() => this.loaded().filter((u) => u !== undefined));
  private readonly items = computed(() => this.evidence().map(evidenceItem));
  private readonly everyRow = computed(() => compareUnits(this.units(), this.items()));
  protected readonly rows = computed(() => this.everyRow().filter((row) => this.all() || row.differs));
  /** The rows, and the drawings below them. */
  protected readonly lines = computed((): Line[] => [
    ...this.rows(),
    { words: `drawn to scale${this.over() ? ', the first one dashed over it' : ''}`, differs: true },
  ]);
  protected look = (line: Line): string => (line.differs ? '' : 'quiet');
  protected byWords = (_: number, line: Line): string => line.words;
  protected readonly alike = computed(() => this.everyRow().filter((row) => !row.differs).length);
  /** A unit, with another over it where that is asked for, otherwise with what was found. */
  protected drawn = (unit: UnitDesign) => {
    const found = this.found();
    const keys = new Set(found.map((f) => keyOf(f.attribute, f.position)));
    const whole = this.over() !== undefined;
    const facts = whole ? found : [...unit.facts.filter((f) => !keys.has(keyOf(f.attribute, f.position))), ...found];
    return {
      drawing: partDrawing(unit.kind, unit.facts),
      over: unit.id === this.over() || found.length === 0 ? undefined : partDrawing(unit.kind, facts),
    };
  };
  /** What is drawn over each: one of the units where that is asked for, otherwise what was found. */
  private readonly found = computed(() => {
    const first = this.units().find((u) => u.id === this.over());
    return first ? first.facts : this.items().map((item) => factOfEvidence(item, 'found'));
  });
}
