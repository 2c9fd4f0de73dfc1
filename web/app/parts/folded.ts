import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import { MatExpansionModule } from '@angular/material/expansion';

/** Something that is folded away under its title until somebody wants it. The title is what has `slot="title"`. */
@Component({
  selector: 'app-folded',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatExpansionModule],
  template: `
    <mat-expansion-panel class="mat-elevation-z0" [(expanded)]="open">
      <mat-expansion-panel-header>
        <mat-panel-title><ng-content select="[slot=title]" /></mat-panel-title>
      </mat-expansion-panel-header>
      <ng-content />
    </mat-expansion-panel>
  `,
  styles: `
    :host {
      display: block;
      --mat-expansion-header-collapsed-state-height: auto;
      --mat-expansion-header-expanded-state-height: auto;
      --mat-expansion-container-background-color: transparent;
      --mat-expansion-header-text-size: var(--size-small);
      --mat-expansion-header-text-weight: 400;
      --mat-expansion-container-text-size: inherit;
    }
    mat-expansion-panel-header {
      padding: 4px 6px;
      min-height: 30px;
      box-sizing: border-box;
    }
    ::ng-deep .mat-expansion-panel-body {
      padding: 0 6px 8px;
    }
    mat-expansion-panel {
      border-radius: 0;
    }
  `,
})
export class Folded {
  readonly open = model(false);
}
