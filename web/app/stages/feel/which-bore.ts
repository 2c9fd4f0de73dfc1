import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { BORE_SIZES, boreName } from '@kerabat/core/bore';
import { whichBore } from '@kerabat/core/feel';
import { whichBoreNone, whichBoreWords } from '@kerabat/core/words';
import { FeelDesk } from './feel-desk';

const figure = () => new FormControl<number | null>(null);

/** The reverse question: which bore brings effort and travel into a window for these wheel units. */
@Component({
  selector: 'app-which-bore',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatFormFieldModule, MatInputModule, ReactiveFormsModule],
  template: `
    <form class="row" [formGroup]="form" (submit)="$event.preventDefault()">
      @for (f of fields; track f.name) {
        <mat-form-field>
          <mat-label>{{ f.words }}</mat-label>
          <input matInput class="mono" type="number" [formControlName]="f.name" autocomplete="off" />
        </mat-form-field>
      }
    </form>
    @if (none(); as words) {
      <p>{{ words }}</p>
    }
    @if (ranked().length > 0) {
      <table class="plain">
        <thead>
          <tr>
            <th>bore</th>
            <th>effort and travel</th>
            <th><span class="hidden-text">lay it beside</span></th>
          </tr>
        </thead>
        <tbody>
          @for (one of ranked(); track one.bore) {
            <tr [class.within]="one.within">
              <td class="mono">{{ one.name }}</td>
              <td>{{ one.because }}</td>
              <td>
                @if (desk.mayTry()) {
                  <button matButton type="button" (click)="take(one.bore)" [attr.aria-label]="'Try ' + one.name">
                    Try
                  </button>
                }
              </td>
            </tr>
          }
        </tbody>
      </table>
    }
  `,
  styles: `
    mat-form-field {
      width: 11rem;
    }
    table {
      width: auto;
    }
    .within td {
      font-weight: 600;
    }
  `,
})
export class WhichBorePart {
  protected readonly desk = inject(FeelDesk);
  protected readonly fields = [
    { name: 'effortFrom', words: 'Effort from, N' },
    { name: 'effortTo', words: 'to, N' },
    { name: 'travelFrom', words: 'Pedal travel from, mm' },
    { name: 'travelTo', words: 'to, mm' },
  ] as const;
  protected readonly form = new FormGroup({ effortFrom: figure(), effortTo: figure(), travelFrom: figure(), travelTo: figure() }); // prettier-ignore
  private readonly asked = toSignal(this.form.valueChanges, { initialValue: this.form.value });

  private readonly answer = computed(() => {
    const then = this.desk.worked().find(({ column }) => column.id === 'then');
    const { effortFrom, effortTo, travelFrom, travelTo } = this.asked();
    const limits = this.desk.limits();
    const window = (from: number | null | undefined, to: number | null | undefined) =>
      typeof from === 'number' && typeof to === 'number' && to >= from && from > 0 ? { from, to } : undefined;
    const [effort, travel] = [window(effortFrom, effortTo), window(travelFrom, travelTo)];
    if (!then || (!effort && !travel)) return undefined;
    const wanted = { ...(effort ? { effort: { ...effort, at: limits.everyday } } : {}), ...(travel ? { travel } : {}) };
    return whichBore(then.vehicle, then.setUp, wanted, BORE_SIZES.map((size) => size.diameterMm), limits); // prettier-ignore
  });
  protected readonly none = computed(() => {
    const none = this.answer()?.none;
    return none && whichBoreNone(none);
  });
  protected readonly ranked = computed(() =>
    (this.answer()?.ranked ?? []).slice(0, 8).map((one) => ({
      bore: one.bore,
      name: boreName(one.bore) ?? `${one.bore.toFixed(2)} mm`,
      within: one.within,
      because: whichBoreWords(one, this.desk.limits().everyday),
    })),
  );

  /** Lays the bore beside the others as a further set-up. */
  protected take(bore: number): void {
    this.desk.tryAnother();
    const last = this.desk.draft().tries.at(-1);
    if (last !== undefined) this.desk.enter(last, 'bore', bore);
  }
}
