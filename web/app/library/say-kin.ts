import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import type { NewLink, NumberView } from '@kerabat/contract';
import { Acting } from '../api/acting';
import { Api } from '../api/api';
import { ProblemLine } from '../parts/problem-line';

const HOW: readonly { readonly kind: NewLink['kind']; readonly words: string }[] = [
  { kind: 'drop-in', words: 'will do as it is' },
  { kind: 'with-changes', words: 'will do with a change' },
  { kind: 'same', words: 'is the same unit' },
  { kind: 'does-not-fit', words: 'looks alike and does not fit' },
];

/** What somebody here knows of another number: a claim of one's own, with a name and a date. */
@Component({
  selector: 'app-say-kin',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ProblemLine],
  template: `
    <details>
      <summary>Say what else will do, or will not</summary>
      <form (submit)="say($event)">
        <label
          >Instead of {{ name() }},
          <input
            #number
            class="field mono"
            autocomplete="off"
            maxlength="60"
            aria-label="The other number"
            placeholder="number"
        /></label>
        <select #how class="field" aria-label="How it will do">
          @for (h of choices; track h.kind) {
            <option [value]="h.kind">{{ h.words }}</option>
          }
        </select>
        <input
          #change
          class="field"
          autocomplete="off"
          maxlength="200"
          aria-label="What has to be changed, or looked at"
          placeholder="what has to be changed"
        />
        <input
          #note
          class="field"
          autocomplete="off"
          maxlength="300"
          aria-label="How that is known"
          placeholder="how that is known"
        />
        <button type="submit" class="act">Say so</button>
      </form>
      <app-problem-line [text]="problem()" />
      @if (done()) {
        <p role="status" class="small">{{ done() }}</p>
      }
    </details>
  `,
  styles: `
    summary {
      cursor: pointer;
      margin-top: 8px;
    }
    form {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 6px;
      margin: 6px 0;
    }
  `,
})
export class SayKin {
  private readonly api = inject(Api);
  private readonly acting = inject(Acting);
  readonly unitId = input.required<string>();
  readonly name = input.required<string>();
  readonly said = output();
  protected readonly choices = HOW;
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly done = signal('');

  protected async say(event: Event): Promise<void> {
    event.preventDefault();
    const form = event.target as HTMLFormElement;
    const [number, change, note] = [...form.querySelectorAll('input')].map((field) => field.value.trim()) as [
      string,
      string,
      string,
    ];
    const kind = (form.querySelector('select')?.value ?? 'drop-in') as NewLink['kind'];
    this.done.set('');
    if (kind === 'with-changes' && change === '') return this.problem.set('Write what has to be changed.');
    this.problem.set(
      await this.acting.act(async () => {
        const other = await this.numberOf(number);
        await firstValueFrom(
          this.api.addLink({
            from: `unit:${this.unitId()}`,
            to: `${other.issuer}:${other.written}`,
            kind,
            ...(note === '' ? {} : { note }),
            ...(change === '' ? {} : { conditions: [{ kind: 'check', text: change }] }),
          }),
        );
        this.done.set(`${other.issuer} ${other.written}: recorded. Undo it under Library, Audit.`);
        form.reset();
        this.said.emit();
      }),
    );
  }

  /** The one number that is meant. Throws with the sentence when it is none or several. */
  private async numberOf(text: string): Promise<NumberView> {
    if (text === '') throw new Error('Write the other number.');
    const { exact, normalised, near } = await firstValueFrom(this.api.numbers(text));
    const sure = [...exact, ...normalised].filter((n) => n.kind === 'order');
    const [only, ...others] = sure;
    if (only && others.length === 0) return only;
    if (sure.length > 1) throw new Error(`${sure.length} makers use this number: write it with its maker’s marks.`);
    throw new Error(
      near.length > 0
        ? `Is ${near.map((n) => `${n.issuer} ${n.written}`).join(' or ')} meant? Write it so.`
        : `“${text}” is not in the catalogue. Bring it in with a list first.`,
    );
  }
}
