import { SOURCE_KINDS } from '@kerabat/core/unit';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { ImportPlan } from '@kerabat/contract';

type NewSource = NonNullable<ImportPlan['newSource']>;
type NewMaker = NonNullable<ImportPlan['newMaker']>;

const ROLES = ['vehicles', 'units', 'aftermarket', 'rebuilder'];

/** A source, or a maker, that the catalogue does not know yet and that comes with the list. */
@Component({
  selector: 'app-new-origin',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details [open]="plan().newSource !== undefined || plan().newMaker !== undefined">
      <summary>From a source or a maker that is not in the catalogue yet</summary>
      <p class="line">
        <label
          >New source
          <input
            class="field"
            autocomplete="off"
            maxlength="200"
            placeholder="its title"
            [value]="plan().newSource?.title ?? ''"
            #title
            (change)="source({ title: title.value })"
        /></label>
        <label
          >kind
          <select class="field" #kind (change)="source({ kind: kind.value })">
            @for (k of kinds; track k) {
              <option [value]="k" [selected]="k === (plan().newSource?.kind ?? 'aftermarket-list')">
                {{ k.replace('-', ' ') }}
              </option>
            }
          </select>
        </label>
        <label
          >as of
          <input
            class="field"
            type="date"
            [value]="plan().newSource?.issued ?? today()"
            #issued
            (change)="source({ issued: issued.value })"
        /></label>
      </p>
      <p class="line">
        <label
          >New maker
          <input
            class="field"
            autocomplete="off"
            maxlength="100"
            placeholder="its name"
            [value]="plan().newMaker?.name ?? ''"
            #name
            (change)="maker({ name: name.value })"
        /></label>
        <label
          >of
          <select class="field" #role (change)="maker({ role: role.value })">
            @for (r of roles; track r) {
              <option [value]="r" [selected]="r === (plan().newMaker?.role ?? 'aftermarket')">{{ r }}</option>
            }
          </select>
        </label>
      </p>
    </details>
  `,
  styleUrl: './bring-in.scss',
})
export class NewOrigin {
  readonly plan = input.required<ImportPlan>();
  readonly changed = output<Partial<ImportPlan>>();
  protected readonly kinds = SOURCE_KINDS;
  protected readonly roles = ROLES;
  protected readonly today = computed(() => new Date().toISOString().slice(0, 10));

  protected source(part: Partial<NewSource>): void {
    const now = { kind: 'aftermarket-list', title: '', issued: this.today(), ...this.plan().newSource, ...part };
    const title = now.title.trim();
    this.changed.emit({ newSource: title === '' ? undefined : { ...now, title, key: keyOf(title) } });
  }

  protected maker(part: Partial<NewMaker>): void {
    const now = { name: '', role: 'aftermarket', ...this.plan().newMaker, ...part };
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
