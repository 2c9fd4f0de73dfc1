import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { MatTabNavPanel, MatTabsModule } from '@angular/material/tabs';
import { RouterLink, RouterLinkActive } from '@angular/router';

/** Links to the views of a stage, each with how much is open in it. */
@Component({
  selector: 'app-sub-views',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatTabsModule, RouterLink, RouterLinkActive],
  template: `
    <nav mat-tab-nav-bar mat-stretch-tabs="false" [tabPanel]="panel()" [attr.aria-label]="name()">
      @for (view of views(); track view.path) {
        <a mat-tab-link [routerLink]="view.path" routerLinkActive #here="routerLinkActive" [active]="here.isActive"
          >{{ view.words }}
          @if (view.count) {
            &ngsp;<span class="count">{{ view.count }}</span>
          }
        </a>
      }
    </nav>
  `,
  styles: `
    :host {
      display: block;
      margin: -8px 0 8px;
      --mat-tab-container-height: 34px;
      --mat-tab-divider-height: 1px;
      --mat-tab-divider-color: var(--line);
      --mat-tab-active-indicator-height: 2px;
      --mat-tab-label-text-weight: 400;
      --mat-tab-label-text-size: var(--size-text);
    }
    a {
      min-width: 0;
      padding: 0 12px;
    }
    .count {
      margin-left: 6px;
    }
  `,
})
export class SubViews {
  readonly name = input.required<string>();
  /** Where the view is shown that was chosen. */
  readonly panel = input.required<MatTabNavPanel>();
  readonly views =
    input.required<readonly { readonly path: string; readonly words: string; readonly count: string }[]>();
}
