import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatTabsModule } from '@angular/material/tabs';
import { HoseBench } from '../desks/lines/hose-bench';
import { LineMaker } from '../desks/lines/line-maker';
import { WayFinder } from '../desks/lines/way-finder';

/** Lines on their own: the way from a port to a line, a line to be made, a hose. */
@Component({
  selector: 'app-lines-tool',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [HoseBench, LineMaker, MatTabsModule, WayFinder],
  template: `
    <div class="page">
      <h1>Lines and hoses</h1>
      <p class="small quiet">Each begins with an example: type over it.</p>
      <mat-tab-group animationDuration="0" mat-stretch-tabs="false" preserveContent>
        <mat-tab label="From a port to a line"><app-way-finder /></mat-tab>
        <mat-tab label="Make a line"><app-line-maker /></mat-tab>
        <mat-tab label="A hose"><app-hose-bench /></mat-tab>
      </mat-tab-group>
    </div>
  `,
})
export class LinesTool {}
