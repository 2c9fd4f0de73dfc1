import { ChangeDetectionStrategy, Component, inject, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { finalize } from 'rxjs';
import type { ChassisAnswer, Vehicle } from '@kerabat/contract';
import { Api } from '../../api/api';
import { problemOf } from '../../api/problem';

export interface ReadVehicle {
  /** The chassis number itself. */
  readonly chassis: string;
  readonly vehicle: Vehicle;
  readonly built: string;
  readonly options: readonly string[];
}

/** Asks the chassis-number service what a number says. What it answers is shown and then taken, never taken unseen. */
@Component({
  selector: 'app-chassis-reader',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatFormFieldModule, MatInputModule, MatButtonModule],
  template: `
    <div class="row">
      <mat-form-field appearance="outline" subscriptSizing="dynamic">
        <mat-label>Chassis number, if it can be read</mat-label>
        <input
          #field
          matInput
          id="chassis"
          class="mono"
          maxlength="40"
          autocomplete="off"
          placeholder="VA12-9905-H-00417-K"
          [value]="number()"
          (input)="number.set(field.value)"
          (keydown.enter)="read($event)"
          aria-describedby="chassis-answer"
        />
      </mat-form-field>
      <button matButton="outlined" type="button" [disabled]="asking() || number().trim() === ''" (click)="read($event)">
        {{ asking() ? 'Asking …' : 'Read it' }}
      </button>
    </div>
    <p id="chassis-answer" class="small" aria-live="polite">
      @if (answer(); as a) {
        <span [class.needs-you]="a.state !== 'found'">{{ a.sentence }}</span>
        @if (a.state === 'found') {
          <button matButton="outlined" type="button" (click)="take()">Take it</button>
        }
      }
    </p>
  `,
  styles: `
    mat-form-field {
      width: 19rem;
    }
    p {
      margin: 4px 0;
      display: flex;
      gap: 12px;
      align-items: center;
    }
    p button {
      flex: none;
    }
  `,
})
export class ChassisReader {
  private readonly api = inject(Api);
  readonly taken = output<ReadVehicle>();
  protected readonly number = signal('');
  protected readonly asking = signal(false);
  protected readonly answer = signal<ChassisAnswer | undefined>(undefined);

  protected read(event: Event): void {
    event.preventDefault();
    if (this.number().trim() === '' || this.asking()) return;
    this.asking.set(true);
    this.answer.set(undefined);
    this.api
      .call('get', '/chassis/{number}', { at: { number: this.number().trim() } })
      .pipe(finalize(() => this.asking.set(false)))
      .subscribe({ next: (answer) => this.answer.set(answer), error: this.silent });
  }

  protected take(): void {
    const { vehicleId = '', built = '', options = [] } = this.answer() ?? {};
    this.api.call('get', '/vehicles/{id}', { at: { id: vehicleId } }).subscribe({
      next: (vehicle) => this.taken.emit({ chassis: this.number().trim(), vehicle, built, options }),
      error: this.silent,
    });
  }

  private readonly silent = (error: unknown): void =>
    this.answer.set({ state: 'no-answer', sentence: problemOf(error).detail });
}
