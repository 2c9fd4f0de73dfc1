import { provideHttpClient, withFetch, withInterceptors } from '@angular/common/http';
import { type ApplicationConfig, provideZonelessChangeDetection } from '@angular/core';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { commandOfWrite } from './api/commands';
import { troubleSeen } from './api/health';
import { personHeader } from './api/person';
import { routes } from './app.routes';
import { MATERIAL } from './parts/material';

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideRouter(routes, withComponentInputBinding()),
    ...MATERIAL,
    provideHttpClient(withFetch(), withInterceptors([personHeader, commandOfWrite, troubleSeen])),
  ],
};
