import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatMenuModule } from '@angular/material/menu';
import { SECTION_WORDS, SLIP_SECTIONS } from '@kerabat/core/slip';
import type { SlipLineView } from '@kerabat/contract';
import { mdiDotsVertical } from '@mdi/js';
import { JobService } from '../jobs/job-service';
import { focusSoon, TakesFocus } from '../parts/focus';
import { Icon } from '../parts/icon';
import { PartNumber } from '../parts/part-number';
import { ProblemLine } from '../parts/problem-line';
import { Verdict } from '../parts/verdict';

/** What will be ordered, comes in the box, is reused, moved over or made; and what still keeps it from being safe. */
@Component({
  selector: 'app-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TakesFocus, MatButtonModule, MatMenuModule, Icon, PartNumber, ProblemLine, Verdict],
  templateUrl: './slip.html',
  styleUrl: './slip.scss',
})
export class Slip {
  protected readonly service = inject(JobService);
  protected readonly icons = { more: mdiDotsVertical };
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly editing = signal('');
  protected readonly adding = signal(false);
  protected readonly sections = computed(() => {
    const lines = this.service.workspace()?.slip ?? [];
    return SLIP_SECTIONS.map((section) => ({
      section,
      words: SECTION_WORDS[section],
      lines: lines.filter((l) => l.section === section),
    })).filter((s) => s.lines.length > 0);
  });

  protected async edit(event: Event, line: SlipLineView): Promise<void> {
    event.preventDefault();
    const data = new FormData(event.target as HTMLFormElement);
    const quantity = Number(data.get('quantity'));
    if (!Number.isInteger(quantity) || quantity < 1 || quantity > 999)
      return this.problem.set('The quantity is a whole number from 1 to 999.');
    const note = String(data.get('note') ?? '');
    const problem = await this.service.editSlip(line, { quantity, note });
    this.problem.set(problem);
    if (problem === undefined) this.stopEditing(line);
  }

  protected stopEditing(line: SlipLineView): void {
    this.editing.set('');
    focusSoon(`more-${line.key}`);
  }

  protected stopAdding(): void {
    this.adding.set(false);
    focusSoon('add-line');
  }

  protected async drop(line: SlipLineView): Promise<void> {
    this.problem.set(await this.service.editSlip(line, { dropped: !line.dropped }));
  }

  protected async add(event: Event): Promise<void> {
    event.preventDefault();
    const data = new FormData(event.target as HTMLFormElement);
    const text = (name: string): string => String(data.get(name) ?? '').trim();
    const quantity = Number(text('quantity'));
    if (text('words') === '' || text('reason') === '') return this.problem.set('Say what it is and why it is needed.');
    if (!Number.isInteger(quantity) || quantity < 1)
      return this.problem.set('The quantity is a whole number from 1 to 999.');
    const problem = await this.service.addSlip(text('words'), text('number'), quantity, text('reason'));
    this.problem.set(problem);
    if (problem === undefined) this.stopAdding();
  }

  /** Notes that the order was placed with a supplier, or that it is open again. */
  protected async place(state: 'open' | 'ordered'): Promise<void> {
    this.problem.set(await this.service.change({ state }));
  }

  protected href(kind: string): string {
    return `/api/v1/jobs/${this.service.workspace()?.job.id ?? 0}/slip.${kind}`;
  }
}
