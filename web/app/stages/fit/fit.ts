import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { JobService } from '../../jobs/job-service';

/** Whether it will go together: the joints, what to measure, ways to close them, conversions, and the rod. */
@Component({
  selector: 'app-fit-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterOutlet, RouterLink, RouterLinkActive],
  template: `
    <nav aria-label="Fit">
      @for (view of views(); track view.path) {
        <a [routerLink]="view.path" routerLinkActive="here" ariaCurrentWhenActive="page"
          >{{ view.words }}<span class="count"> {{ view.count }}</span></a
        >
      }
    </nav>
    <router-outlet />
  `,
  styles: `
    nav {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 16px;
      margin: -4px 0 6px;
      font-size: 13.5px;
    }
    a {
      color: var(--link);
      text-decoration: none;
      padding: 3px 2px;
      min-height: 18px;
    }
    a.here {
      color: var(--ink);
      font-weight: 600;
      text-decoration: underline;
      text-underline-offset: 5px;
    }
    @media (max-width: 700px) {
      nav {
        flex-wrap: nowrap;
        overflow-x: auto;
      }
      a {
        white-space: nowrap;
      }
    }
    .count {
      color: var(--change);
      font-weight: 400;
    }
  `,
})
export class FitStage {
  private readonly service = inject(JobService);

  protected readonly views = computed(() => {
    const w = this.service.workspace();
    const joints = (w?.work ?? []).flatMap((work) => work.joints);
    const open = joints.filter((j) => j.state === 'does-not-fit' || j.state === 'not-known').length;
    const measure = w?.measurements.length ?? 0;
    const looks = (w?.looks ?? []).filter((look) => look.answer === undefined).length;
    return [
      { path: 'joints', words: 'Joints', count: open > 0 ? `${open} open` : '' },
      { path: 'whole', words: 'The whole chain', count: '' },
      { path: 'look', words: 'What stays', count: looks > 0 ? String(looks) : '' },
      { path: 'measure', words: 'Measure before you order', count: measure > 0 ? String(measure) : '' },
      { path: 'card', words: 'Work card', count: '' },
      { path: 'close', words: 'All fixes together', count: '' },
      { path: 'plan', words: 'Conversion', count: w?.conversion ? 'planned' : '' },
      { path: 'rod', words: 'Rod and clearance', count: '' },
    ];
  });
}
