import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** A part number, in the face that cannot confuse 0 and O. */
@Component({
  selector: 'app-part-number',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<span class="mono">{{ number() }}</span>`,
  styles: `
    span {
      white-space: nowrap;
      font-weight: 600;
    }
  `,
})
export class PartNumber {
  readonly number = input.required<string>();
}
