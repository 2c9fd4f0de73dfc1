import { MAKER_ROLES, SOURCE_KINDS } from '@kerabat/core/named/unit';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { provideDateFnsAdapter } from '@angular/material-date-fns-adapter';
import { MAT_DATE_LOCALE } from '@angular/material/core';
import { MatDatepickerModule } from '@angular/material/datepicker';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import { format, parseISO } from 'date-fns';
import { enGB } from 'date-fns/locale/en-GB';
import type { ImportMapping } from '@kerabat/contract';
import { Folded } from '../../parts/folded';

type NewSource = NonNullable<ImportMapping['newSource']>;
type NewMaker = NonNullable<ImportMapping['newMaker']>;

/** A source, or a maker, that the catalogue does not know yet and that comes with the list. */
@Component({
  selector: 'app-new-origin',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Folded, MatDatepickerModule, MatFormFieldModule, MatInputModule, MatSelectModule],
  providers: [provideDateFnsAdapter(), { provide: MAT_DATE_LOCALE, useValue: enGB }],
  template: `
    <app-folded [open]="mapping().newSource !== undefined || mapping().newMaker !== undefined">
      <span slot="title">From a source or a maker that is not in the catalogue yet</span>
      <p class="line">
        <mat-form-field>
          <mat-label>New source, its title</mat-label>
          <input
            matInput
            autocomplete="off"
            maxlength="200"
            [value]="mapping().newSource?.title ?? ''"
            #title
            (change)="source({ title: title.value })"
          />
        </mat-form-field>
        <mat-form-field>
          <mat-label>Kind of source</mat-label>
          <mat-select
            [value]="mapping().newSource?.kind ?? 'aftermarket-list'"
            (valueChange)="source({ kind: $event })"
          >
            @for (k of kinds; track k) {
              <mat-option [value]="k">{{ k.replace('-', ' ') }}</mat-option>
            }
          </mat-select>
        </mat-form-field>
        <mat-form-field>
          <mat-label>As of</mat-label>
          <input matInput [matDatepicker]="days" [value]="issued()" (dateChange)="date($event.value)" />
          <mat-datepicker-toggle matIconSuffix [for]="days" />
          <mat-datepicker #days />
        </mat-form-field>
      </p>
      <p class="line">
        <mat-form-field>
          <mat-label>New maker, its name</mat-label>
          <input
            matInput
            autocomplete="off"
            maxlength="100"
            [value]="mapping().newMaker?.name ?? ''"
            #name
            (change)="maker({ name: name.value })"
          />
        </mat-form-field>
        <mat-form-field>
          <mat-label>Maker of</mat-label>
          <mat-select [value]="mapping().newMaker?.role ?? 'aftermarket'" (valueChange)="maker({ role: $event })">
            @for (r of roles; track r) {
              <mat-option [value]="r">{{ r }}</mat-option>
            }
          </mat-select>
        </mat-form-field>
      </p>
    </app-folded>
  `,
  styleUrl: './bring-in.scss',
})
export class NewOrigin {
  readonly mapping = input.required<ImportMapping>();
  readonly changed = output<Partial<ImportMapping>>();
  protected readonly kinds = SOURCE_KINDS;
  protected readonly roles = MAKER_ROLES;
  protected readonly today = new Date().toISOString().slice(0, 10);
  protected readonly issued = computed(() => parseISO(this.mapping().newSource?.issued ?? this.today));

  protected date(value: Date | null): void {
    if (value) this.source({ issued: format(value, 'yyyy-MM-dd') });
  }

  protected source(part: Partial<NewSource>): void {
    const now = { kind: 'aftermarket-list', title: '', issued: this.today, ...this.mapping().newSource, ...part };
    const title = now.title.trim();
    this.changed.emit({ newSource: title === '' ? undefined : { ...now, title, key: keyOf(title) } });
  }

  protected maker(part: Partial<NewMaker>): void {
    const now = { name: '', role: 'aftermarket', ...this.mapping().newMaker, ...part };
    const name = now.name.trim();
    this.changed.emit({ newMaker: name === '' ? undefined : { ...now, name, key: keyOf(name) } });
  }
}

/** A key that files can name: letters and digits of the title. */
const keyOf = (title: string): string =>
  title
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 40) || 'new';
