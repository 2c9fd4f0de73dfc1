import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MAT_BOTTOM_SHEET_DATA, MatBottomSheetRef } from '@angular/material/bottom-sheet';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { RouterLink } from '@angular/router';
import type { ChainView } from '@kerabat/contract';
import { valueWords } from '@kerabat/core/named/attribute';
import { factsWords, keyOf, partDrawing } from '@kerabat/core/tell/drawing';
import { isPlaceState, PLACE_STATE_ROWS, type PlaceState } from '@kerabat/core/vehicle/place';
import { Answers } from '../parts/answers';
import { STATE_WORDS, StateMark } from '../parts/state-mark';
import { DrawingView, type LabelSize } from './drawing';
import { Zoomable } from './zoomable';

interface PartData {
  readonly part: ChainView['parts'][number];
  readonly job: number;
  /** Its place, where a unit sits, and its own side of it: what becomes of each, and who is told of it. */
  readonly places?: readonly {
    readonly words: string;
    readonly state?: PlaceState;
    readonly told: (state: PlaceState | undefined) => void;
  }[];
}

/** What may become of a place, as answers to one question. */
const STATES = PLACE_STATE_ROWS.map(({ state, words }) => ({ id: state, words }));

/** One part of the chain, large: as it will be, with what is there now over it, its sizes, and what it meets. */
@Component({
  selector: 'app-part-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, MatButtonModule, Answers, DrawingView, StateMark, Zoomable],
  template: `
    @let p = data().part;
    <p class="quiet">
      {{ p.next ?? p.now ?? 'nothing recorded by name' }}{{ p.change === 'stays' ? ', stays' : ', ' + p.change }}
    </p>
    <app-zoomable
      ><app-drawing [drawing]="drawing()" [over]="over()" [words]="words()" [labels]="labels()" [mostHeight]="260">
        <ng-template let-label
          ><span class="told"
            ><span class="small quiet">{{ label.words }}</span> <b class="mono">{{ values().get(label.key) }}</b></span
          ></ng-template
        >
      </app-drawing></app-zoomable
    >
    @for (doubt of drawing().doubts; track doubt) {
      <p class="needs-you small">{{ doubt }}</p>
    }
    @for (place of data().places ?? []; track place.words) {
      <h3>What becomes of the {{ place.words }}</h3>
      <app-answers
        [label]="'What becomes of the ' + place.words"
        [answers]="states"
        [given]="place.state"
        (told)="become(place, $event)"
      />
      @if (place.state !== undefined) {
        <button matButton type="button" (click)="become(place, '')">Undo</button>
      }
    }
    @if (p.meets.length > 0) {
      <ul class="plain">
        @for (meet of p.meets; track meet.words + meet.to) {
          <li>
            @if (meet.state; as state) {
              <app-state-mark [state]="state" [size]="16" />
            }
            @if (meet.joint; as joint) {
              <a
                [routerLink]="['/jobs', data().job, 'fit', 'joints']"
                [queryParams]="{ joint }"
                (click)="left.emit()"
                >{{ meet.words }}</a
              >
            } @else {
              {{ meet.words }}
            }
            <span class="quiet small">{{ meet.with }}{{ meet.state ? ', ' + stateWords[meet.state] : '' }}</span>
          </li>
        }
      </ul>
    }
  `,
  styles: `
    .told {
      display: grid;
      line-height: 1.15;
      padding: 0 4px;
      white-space: nowrap;
    }
  `,
})
export class PartView {
  readonly data = input.required<PartData>();
  readonly left = output();
  protected readonly stateWords = STATE_WORDS;
  protected readonly states = STATES;
  protected readonly drawing = computed(() => partDrawing(this.data().part.kind, this.data().part.facts));
  protected readonly over = computed(() => {
    const { kind, was } = this.data().part;
    return was && partDrawing(kind, was);
  });
  protected become(place: NonNullable<PartData['places']>[number], state: string): void {
    place.told(isPlaceState(state) ? state : undefined);
    this.left.emit();
  }

  protected readonly values = computed(
    () =>
      new Map(
        this.data().part.facts.flatMap((f): [string, string][] =>
          f.value === null
            ? []
            : [[keyOf(f.attribute, f.position), valueWords(f.attribute, f.value).split(' · ')[0] ?? '']],
        ),
      ),
  );
  protected readonly labels = computed(() => {
    const told = this.drawing().views.flatMap((view) => [...view.dimensions, ...view.marks]);
    return new Map(
      told.flatMap(({ key, words }): [string, LabelSize][] => {
        const value = this.values().get(key);
        return value === undefined
          ? []
          : [[key, { width: Math.max(words.length * 6.6, value.length * 8.4) + 12, height: 36 }]];
      }),
    );
  });
  protected readonly words = computed(
    () => `${this.data().part.words}, drawn to scale: ${factsWords(this.data().part.facts) || 'nothing recorded'}`,
  );
}

@Component({
  selector: 'app-part-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatDialogModule, MatButtonModule, PartView],
  template: `
    <h2 mat-dialog-title>{{ data.part.words }}</h2>
    <mat-dialog-content><app-part-view [data]="data" (left)="ref.close()" /></mat-dialog-content>
    <mat-dialog-actions align="end">
      <button matButton="outlined" mat-dialog-close>Close</button>
    </mat-dialog-actions>
  `,
})
export class PartDialog {
  protected readonly data = inject<PartData>(MAT_DIALOG_DATA);
  protected readonly ref = inject<MatDialogRef<PartDialog>>(MatDialogRef);
}

/** The same from the edge of a phone. */
@Component({
  selector: 'app-part-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, PartView],
  template: `
    <h2>{{ data.part.words }}</h2>
    <app-part-view [data]="data" (left)="ref.dismiss()" />
    <button matButton="outlined" type="button" (click)="ref.dismiss()">Close</button>
  `,
})
export class PartSheet {
  protected readonly data = inject<PartData>(MAT_BOTTOM_SHEET_DATA);
  protected readonly ref = inject<MatBottomSheetRef<PartSheet>>(MatBottomSheetRef);
}
