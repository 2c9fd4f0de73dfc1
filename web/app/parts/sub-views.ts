import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';

/** Links to the views of a stage, each with how much is open in it. */
@Component({
  selector: 'app-sub-views',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, RouterLinkActive],
  template: `
    <nav [attr.aria-label]="name()">
      @for (view of views(); track view.path) {
        <a [routerLink]="view.path" routerLinkActive="here" ariaCurrentWhenActive="page"
          >{{ view.words }}<span class="count"> {{ view.count }}</span></a
        >
      }
    </nav>
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
export class SubViews {
  readonly name = input.required<string>();
  readonly views =
    input.required<readonly { readonly path: string; readonly words: string; readonly count: string }[]>();
}
