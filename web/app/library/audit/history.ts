import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { ProblemLine } from '../../parts/problem-line';
import { Audit } from './audit-service';
import { MatButtonModule } from '@angular/material/button';

/** Who changed what, the last first, and taking it back. */
@Component({
  selector: 'app-history',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, DatePipe, ProblemLine],
  template: `
    <app-problem-line [text]="problem()" />
    @if (stays().length > 0) {
      <p class="small" role="status">Undone. Kept, because other entries rest on it: {{ stays().join(', ') }}.</p>
    }
    <ul class="plain">
      @for (act of audit.acts(); track act.id) {
        <li [class.undone]="act.undoneBy">
          <div>
            <span class="small quiet">{{ act.at | date: 'd MMM y, HH:mm' }}</span> {{ act.by }}: {{ act.what }}
            @if (act.reason) {
              <em>{{ act.reason }}</em>
            }
          </div>
          @for (c of act.changes; track $index) {
            <div class="small">
              {{ c.words }}: <span class="quiet">{{ c.before }}</span> → {{ c.after }}
            </div>
          }
          @if (act.more > 0) {
            <div class="small quiet">and {{ act.more }} more</div>
          }
          @if (act.undoneBy) {
            <span class="small">undone</span>
          } @else if (!act.undoes && act.changes.length > 0) {
            <button matButton type="button" class="act" [attr.aria-label]="'Undo: ' + act.what" (click)="undo(act.id)">
              Undo
            </button>
          }
        </li>
      } @empty {
        <li class="quiet">Nobody has changed anything yet.</li>
      }
    </ul>
  `,
  styleUrl: './audit.scss',
})
export class HistoryPart {
  protected readonly audit = inject(Audit);
  protected readonly problem = signal<string | undefined>(undefined);

  protected readonly stays = signal<readonly string[]>([]);

  protected undo(id: number): void {
    this.audit.undo(id).subscribe(({ answer, problem }) => {
      this.problem.set(problem);
      this.stays.set(answer?.stays ?? []);
    });
  }
}
