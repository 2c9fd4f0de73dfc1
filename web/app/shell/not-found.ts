import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

@Component({
  selector: 'app-not-found',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `<div style="padding: 24px">
    <h1>There is nothing at this address</h1>
    <p>Perhaps the job or unit has another number. <a routerLink="/jobs">To the list of jobs</a></p>
  </div>`,
})
export class NotFound {}
