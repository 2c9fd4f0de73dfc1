import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, viewChild } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Workspace } from '@kerabat/contract';
import { partDrawing } from '@kerabat/core/tell/drawing';
import { DrawingView } from '../../drawing/drawing';
import { JobService } from '../../job/job-service';

type Part = Workspace['chain']['parts'][number];

/** For whoever pays: one picture, one sentence, one price. Shown full-screen or printed. */
@Component({
  selector: 'app-customer-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, DrawingView],
  template: `
    @if (service.workspace(); as w) {
      <p class="row acts">
        <button matButton="outlined" type="button" (click)="fill()">Show full-screen</button>
        <button matButton="outlined" type="button" (click)="print()">Print this page</button>
      </p>
      <section #sheet class="sheet" aria-label="For the customer">
        <p class="who">{{ w.job.asker }}{{ w.vehicle ? ', ' + w.vehicle.maker + ' ' + w.vehicle.name : '' }}</p>
        @if (part(); as p) {
          <app-drawing [drawing]="p.drawing" [words]="p.words + ', drawn to scale'" [mostHeight]="260" />
        }
        <p class="sentence">{{ sentence() }}</p>
        @if (price(); as words) {
          <p class="price mono">{{ words }}</p>
        }
      </section>
    }
  `,
  styles: `
    /* As wide as a sheet of A4 between its margins: what is drawn for the screen fits on the paper. */
    .sheet {
      box-sizing: border-box;
      max-width: 660px;
      padding: 24px 32px;
      break-inside: avoid;
    }
    .who {
      color: var(--quiet);
      margin: 0 0 8px;
    }
    .sentence {
      font-size: var(--size-title);
      line-height: 1.3;
      max-width: 40rem;
    }
    .price {
      font-size: var(--size-title);
      font-weight: 700;
      margin: 0;
    }
    @media print {
      .acts {
        display: none;
      }
      .sheet {
        border: 0;
      }
    }
  `,
})
export class CustomerStage {
  protected readonly service = inject(JobService);
  private readonly sheet = viewChild<ElementRef<HTMLElement>>('sheet');

  /** The part that is renewed; the first one that is. */
  protected readonly part = computed(() => {
    const w = this.service.workspace();
    const slot = w?.work[0];
    const parts = w?.chain.parts ?? [];
    const renewed =
      parts.find((p) => p.change === 'new' && p.kind === slot?.kind) ?? parts.find((p) => p.kind === slot?.kind);
    return renewed && { drawing: partDrawing(renewed.kind, renewed.facts), words: renewed.words };
  });

  /** What is done, in words that need no explaining. */
  protected readonly sentence = computed(() => {
    const w = this.service.workspace();
    if (!w) return '';
    if (w.safety.nothing) return 'Nothing has to be bought: what was found is put right on the vehicle.';
    const renewed = w.work.filter((work) => work.chosen).map((work) => `the ${partName(work.words)}`);
    const sealed = w.work.filter((work) => work.resealed).map((work) => `the seals of the ${work.words}`);
    const all = [...renewed, ...sealed];
    if (all.length === 0) return 'We are still finding out which part your vehicle has.';
    const others = this.others(w.chain.parts);
    const also = others > 0 ? `, with ${others} smaller ${others === 1 ? 'part' : 'parts'} and new fluid` : '';
    const sure = w.safety.mayOrder ? '' : ' Before it is ordered, a few things have to be measured on your vehicle.';
    return `We renew ${list(all)}${also}.${sure}`;
  });
  protected readonly price = computed(() => {
    const { priced, unpriced, total } = this.service.workspace()?.sum ?? { priced: 0, unpriced: 0, total: 0 };
    if (priced === 0) return undefined;
    return `Parts ${total.toFixed(2)}${unpriced > 0 ? `, and ${unpriced} without a price yet` : ''}`;
  });

  private others(parts: readonly Part[]): number {
    const units = new Set(parts.filter((p) => p.change === 'new').map((p) => p.words));
    const lines = this.service.workspace()?.partsList.filter((line) => line.section === 'order' && !line.dropped) ?? [];
    return Math.max(0, lines.length - units.size - 1);
  }

  protected fill(): void {
    void this.sheet()?.nativeElement.requestFullscreen();
  }

  protected print(): void {
    window.print();
  }
}

const partName = (words: string): string => (words === 'master' ? 'brake master cylinder' : words);
const list = (words: readonly string[]): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1] ?? ''}`;
