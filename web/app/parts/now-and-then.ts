import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { ChainView } from '@kerabat/contract';
import { stripOf } from '@kerabat/core/tell/drawing';
import { isOfClutch, StripPicture } from './strip-picture';

type Part = NonNullable<ChainView['parts']>[number];
const WIDE = 470;
const HIGH = 88;

/** The brake of a vehicle as it is now and as it will be, below each other: what goes, what comes. */
@Component({
  selector: 'app-now-and-then',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [StripPicture],
  template: `
    @for (one of both(); track one.when) {
      <figure>
        <figcaption class="small quiet">{{ one.when }}</figcaption>
        <app-strip-picture [strip]="one.strip" [changeOf]="one.changeOf" [words]="one.words" />
      </figure>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(min(20rem, 100%), 1fr));
      gap: 8px;
      background: var(--sheet);
      padding: 8px;
    }
    app-strip-picture {
      display: block;
    }
    figure {
      margin: 0;
      min-width: 0;
    }
  `,
})
export class NowAndThen {
  readonly parts = input.required<readonly Part[]>();

  protected readonly both = computed(() => {
    const parts = this.parts().filter(({ id }) => !isOfClutch(id));
    const changes = new Map(parts.map(({ id, change }) => [id, change]));
    const goes = parts.filter(({ change, was }) => change === 'goes' || (change === 'new' && was));
    const comes = parts.filter(({ change }) => change === 'new');
    return [
      {
        when: 'now',
        // As it is: of what is changed, what was there.
        strip: stripOf(
          parts
            .filter(({ change, was }) => change !== 'new' || was !== undefined)
            .map(({ was, ...part }) => ({ ...part, facts: was ?? part.facts })),
          WIDE,
          HIGH,
        ),
        changeOf: (id: string): string => (['goes', 'new'].includes(changes.get(id) ?? '') ? 'goes' : 'stays'),
        words: `The brake now${saying(', goes:', goes)}`,
      },
      {
        when: 'then',
        strip: stripOf(
          parts.filter(({ change }) => change !== 'goes').map(({ was: _, ...part }) => part),
          WIDE,
          HIGH,
        ),
        changeOf: (id: string): string => changes.get(id) ?? 'stays',
        words: `The brake then${saying(', comes:', comes)}`,
      },
    ];
  });
}

const saying = (words: string, parts: readonly Part[]): string =>
  parts.length === 0 ? '' : `${words} ${parts.map((part) => part.words).join(', ')}`;
