import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatMenuModule } from '@angular/material/menu';
import { MatInputModule } from '@angular/material/input';
import { MatFormFieldModule } from '@angular/material/form-field';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import type { EvidenceView, PhotographView } from '@kerabat/contract';
import { JobService } from '../../job/job-service';
import { FilePick } from '../../parts/file-pick';
import { Icon } from '../../parts/icon';
import { ProblemLine } from '../../parts/problem-line';
import { mdiDotsVertical } from '@mdi/js';

/** Everything that was seen, each with who and how, its photographs beside it; what was withdrawn stays in sight. */
@Component({
  selector: 'app-evidence-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatMenuModule,
    MatInputModule,
    MatFormFieldModule,
    ReactiveFormsModule,
    MatButtonModule,
    ProblemLine,
    FilePick,
    Icon,
  ],
  templateUrl: './evidence-list.html',
  styleUrl: './evidence-list.scss',
})
export class EvidenceList {
  protected readonly service = inject(JobService);
  private readonly dialog = inject(MatDialog);
  readonly evidence = input.required<readonly EvidenceView[]>();
  readonly photographs = input.required<readonly PhotographView[]>();

  /** The form that keeps a photograph; 0 is one of the unit as a whole. */
  protected readonly adding = signal<number | undefined>(undefined);
  protected readonly shows = new FormControl('', { nonNullable: true });
  protected readonly more = mdiDotsVertical;
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly file = signal<File | undefined>(undefined);
  protected readonly loose = computed(() => this.photographs().filter((p) => p.evidenceId === undefined));

  protected of(evidence: number): PhotographView[] {
    return this.photographs().filter((p) => p.evidenceId === evidence);
  }

  protected how(e: EvidenceView): string {
    const from = e.slot.startsWith('unit:') ? 'new unit' : e.onVehicle ? '' : 'off the vehicle';
    return [from, e.instrument?.replace('-', ' '), e.by, e.at.slice(0, 10)].filter(Boolean).join(', ');
  }

  protected begin(evidence: EvidenceView | undefined): void {
    this.adding.set(evidence?.id ?? 0);
    this.shows.setValue(evidence ? `${evidence.words} ${evidence.value}` : '');
    this.problem.set(undefined);
    this.file.set(undefined);
  }

  protected async keep(): Promise<void> {
    const [file, shows] = [this.file(), this.shows.value.trim()];
    if (!file) return this.problem.set('Choose a photograph first: a PNG or a JPEG.');
    if (shows === '') return this.problem.set('Say what the photograph shows.');
    const problem = await this.service.photograph(file, shows, this.adding() || undefined);
    this.problem.set(problem);
    if (problem === undefined) this.adding.set(undefined);
  }

  protected async withdraw(id: number): Promise<void> {
    this.problem.set(await this.service.withdraw(id));
  }

  protected async open(photograph: PhotographView): Promise<void> {
    const { PhotographDialog } = await import('./photograph-dialog');
    this.dialog.open(PhotographDialog, {
      data: { photograph, service: this.service },
      width: '58rem',
      maxWidth: '96vw',
    });
  }
}
