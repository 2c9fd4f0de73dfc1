import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatInputModule } from '@angular/material/input';
import { MatFormFieldModule } from '@angular/material/form-field';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { MatMenuModule } from '@angular/material/menu';
import { SECTION_WORDS, supplyNotes } from '@kerabat/core/list/parts-list';
import { LIST_SECTIONS } from '@kerabat/core/list/need';
import type { Job, PartsListLineView } from '@kerabat/contract';
import { mdiDotsVertical } from '@mdi/js';
import { JobService } from '../job/job-service';
import { focusSoon, TakesFocus } from '../parts/focus';
import { Icon } from '../parts/icon';
import { PartNumber } from '../parts/part-number';
import { ProblemLine } from '../parts/problem-line';
import { Verdict } from '../parts/verdict';

/** A whole number from 1 to 999. */
const QUANTITY = [Validators.required, Validators.pattern(/^[1-9]\d{0,2}$/)];

/** What will be ordered, comes in the box, is reused, moved over or made; and what still keeps it from being safe. */
@Component({
  selector: 'app-parts-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    RouterLink,
    MatInputModule,
    MatFormFieldModule,
    ReactiveFormsModule,
    TakesFocus,
    MatButtonModule,
    MatMenuModule,
    Icon,
    PartNumber,
    ProblemLine,
    Verdict,
  ],
  templateUrl: './parts-list.html',
  styleUrl: './parts-list.scss',
})
export class PartsList {
  protected readonly service = inject(JobService);
  protected readonly supplyNotes = supplyNotes;
  protected readonly icons = { more: mdiDotsVertical };
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly editing = signal('');
  protected readonly adding = signal(false);
  private readonly fields = inject(NonNullableFormBuilder);
  protected readonly change = this.fields.group({ quantity: ['1', QUANTITY], note: '' });
  protected readonly adds = this.fields.group({
    words: ['', [Validators.required, Validators.pattern(/\S/)]],
    number: '',
    quantity: ['1', QUANTITY],
    reason: ['', [Validators.required, Validators.pattern(/\S/)]],
  });
  /** The line whose reasons are told. */
  protected readonly telling = signal('');
  protected readonly sections = computed(() => {
    const lines = this.service.workspace()?.partsList ?? [];
    return LIST_SECTIONS.map((section) => ({
      section,
      words: SECTION_WORDS[section],
      lines: lines.filter((l) => l.section === section),
    })).filter((s) => s.lines.length > 0);
  });

  protected startEditing(line: PartsListLineView): void {
    this.change.setValue({ quantity: String(line.quantity), note: line.note ?? '' });
    this.editing.set(line.key);
  }

  protected async edit(line: PartsListLineView): Promise<void> {
    if (this.change.invalid) return this.change.markAllAsTouched();
    const { quantity, note } = this.change.getRawValue();
    const problem = await this.service.editPartsList(line, { quantity: Number(quantity), note });
    this.problem.set(problem);
    if (problem === undefined) this.stopEditing(line);
  }

  protected stopEditing(line: PartsListLineView): void {
    this.editing.set('');
    focusSoon(`more-${line.key}`);
  }

  protected stopAdding(): void {
    this.adding.set(false);
    focusSoon('add-line');
  }

  protected async drop(line: PartsListLineView): Promise<void> {
    this.problem.set(await this.service.editPartsList(line, { dropped: !line.dropped }));
  }

  /** What the supplier said of an item of the box, or that it is counted as not there. */
  protected async answerBox(box: NonNullable<PartsListLineView['box']>, choice: 'with' | 'without'): Promise<void> {
    const reason = choice === 'with' ? 'the supplier says it is in the box' : 'counted as not there';
    this.problem.set(await this.service.decide(box.subject, choice, reason));
  }

  protected async copy(text: string): Promise<void> {
    this.problem.set(
      await navigator.clipboard.writeText(text).then(
        () => undefined,
        () => 'The browser does not let it be copied: mark the text and copy it by hand.',
      ),
    );
  }

  protected async add(): Promise<void> {
    if (this.adds.invalid) return this.adds.markAllAsTouched();
    const { words, number, quantity, reason } = this.adds.getRawValue();
    const problem = await this.service.addToPartsList(words.trim(), number.trim(), Number(quantity), reason.trim());
    this.problem.set(problem);
    if (problem !== undefined) return;
    this.adds.reset();
    this.stopAdding();
  }

  /** Notes that the order was placed with a supplier, or that it is open again. */
  protected async place(state: Job['state']): Promise<void> {
    const onListing = this.service.workspace()?.safety.grade === 'on-listing';
    const confirmed = state === 'ordered' && onListing ? { onListing } : {};
    this.problem.set(await this.service.change({ state, ...confirmed }));
  }

  protected href(kind: string): string {
    return `/api/v1/jobs/${this.service.workspace()?.job.id ?? 0}/parts-list.${kind}`;
  }
}
