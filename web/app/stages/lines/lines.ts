import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatTabsModule } from '@angular/material/tabs';
import { RouterOutlet } from '@angular/router';
import { LINE_VIEWS } from '../../parts/stages';
import { SubViews } from '../../parts/sub-views';

/** Lines and hoses of a job: the ports, the ways from a port to a line, a line to be made, a hose. */
@Component({
  selector: 'app-lines-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatTabsModule, RouterOutlet, SubViews],
  template: `
    <app-sub-views name="Lines" [views]="views" [panel]="panel" />
    <mat-tab-nav-panel #panel><router-outlet /></mat-tab-nav-panel>
  `,
})
export class LinesStage {
  protected readonly views = LINE_VIEWS.map((view) => ({ ...view, count: '' }));
}
