import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import type { Point } from '@kerabat/core/work/feel';
import { Cell, DataTable } from '../../parts/data-table';
import { Folded } from '../../parts/folded';
import { type Curve, LineChart } from '../../parts/line-chart';
import { FeelDesk } from './feel-desk';
import { StrokeBar } from './stroke-bar';

const PICTURES = [
  { id: 'deceleration', words: 'Deceleration', x: 'pedal force, N', y: 'deceleration, g' },
  { id: 'travel', words: 'Travel', x: 'pedal force, N', y: 'pedal travel, mm' },
  { id: 'balance', words: 'Balance', x: 'friction used in front', y: 'friction used at the rear' },
] as const;
type Picture = (typeof PICTURES)[number]['id'];

/** What the figures look like: one picture at a time, every set-up in it, and the strokes. */
@Component({
  selector: 'app-feel-pictures',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cell, DataTable, Folded, LineChart, MatButtonToggleModule, StrokeBar],
  template: `
    <app-stroke-bar />
    <mat-button-toggle-group
      hideSingleSelectionIndicator
      aria-label="Picture"
      [value]="picture()"
      (change)="picture.set($event.value)"
    >
      @for (one of pictures; track one.id) {
        <mat-button-toggle [value]="one.id">{{ one.words }}</mat-button-toggle>
      }
    </mat-button-toggle-group>
    <app-line-chart
      [curves]="curves()"
      [xWords]="axes().x"
      [yWords]="axes().y"
      [decimals]="picture() === 'balance' ? 1 : 0"
    />
    <p class="small quiet">{{ words() }}</p>
    <app-folded>
      <span slot="title">The same as a table</span>
      <div class="scroll" tabindex="0" role="region" [attr.aria-label]="axes().y + ' by ' + axes().x">
        <app-data-table [rows]="table().rows">
          <ng-container *appCell="'pedal force, N'; let row; of: table().rows; head: true">
            <span class="mono">{{ row.force }}</span>
          </ng-container>
          @for (one of table().names; track one) {
            <ng-container *appCell="one; let row; of: table().rows; figure: true">{{ row.cells[$index] }}</ng-container>
          }
        </app-data-table>
      </div>
    </app-folded>
  `,
  styles: `
    mat-button-toggle-group {
      margin: 8px 0 0;
    }
    app-line-chart {
      max-width: 720px;
    }
    .scroll {
      overflow-x: auto;
    }
  `,
})
export class FeelPictures {
  private readonly desk = inject(FeelDesk);
  protected readonly pictures = PICTURES;
  protected readonly picture = signal<Picture>('deceleration');
  protected readonly axes = computed(() => PICTURES.find(({ id }) => id === this.picture()) ?? PICTURES[0]);

  protected readonly curves = computed<Curve[]>(() => {
    const picture = this.picture();
    const curves = this.desk.worked().map(({ column, cases }) => ({
      name: column.name,
      points: (cases[0]?.points ?? []).flatMap((p): (readonly [number, number])[] => {
        if (picture === 'balance')
          return p.frontAdhesion === undefined || p.rearAdhesion === undefined || p.rearAdhesion > 2
            ? []
            : [[p.frontAdhesion, p.rearAdhesion]];
        const y = picture === 'travel' ? p.pedalTravel : p.deceleration;
        return y === undefined ? [] : [[p.pedalForce, y]];
      }),
    }));
    // Both axles alike is what a perfect split would do; above the line the rear locks first.
    return picture === 'balance'
      ? [
          ...curves,
          {
            name: 'both alike',
            points: [
              [0, 0],
              [1, 1],
            ],
          },
        ]
      : curves;
  });

  /** What the curves say, every 50 N. */
  protected readonly table = computed(() => {
    const picture = this.picture();
    const worked = this.desk.worked();
    const points = worked.map(({ cases }) =>
      (cases[0]?.points ?? []).filter(({ pedalForce }) => pedalForce > 0 && pedalForce % 50 === 0),
    );
    return {
      names: worked.map(({ column }) => column.name),
      rows: (points[0] ?? []).map(({ pedalForce }, i) => ({
        force: pedalForce,
        cells: points.map((all) => cellOf(all[i], picture)),
      })),
    };
  });

  protected readonly words = computed(() => {
    const picture = this.picture();
    if (this.curves().every(({ points }) => points.length === 0))
      return 'Nothing can be drawn yet: see what is missing.';
    if (picture === 'balance')
      return 'Above the line “both alike” the rear uses more friction than the front, and locks first.';
    return this.desk
      .worked()
      .map(({ column, cases }) => {
        const [one] = cases;
        const at = one?.points.find((p) => p.pedalForce >= 200);
        const knee = one?.knee ? `; assistance ends at ${one.knee.pedalForce.toFixed(0)} N` : '';
        const value = picture === 'travel' ? at?.pedalTravel : at?.deceleration;
        const figure = picture === 'travel' ? `${value?.toFixed(1)} mm` : `${value?.toFixed(2)} g`;
        return `${column.name}: at 200 N ${value === undefined ? 'not known' : figure}${knee}`;
      })
      .join('. ');
  });
}

function cellOf(point: Point | undefined, picture: Picture): string {
  if (!point) return 'not known';
  const { deceleration, pedalTravel, frontAdhesion, rearAdhesion } = point;
  if (picture === 'travel') return pedalTravel === undefined ? 'not known' : `${pedalTravel.toFixed(1)} mm`;
  if (picture === 'deceleration') return deceleration === undefined ? 'not known' : `${deceleration.toFixed(3)} g`;
  return frontAdhesion === undefined || rearAdhesion === undefined
    ? 'not known'
    : `front ${frontAdhesion.toFixed(2)}, rear ${rearAdhesion.toFixed(2)}`;
}
