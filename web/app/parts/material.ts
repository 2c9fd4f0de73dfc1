import type { Provider } from '@angular/core';
import { MAT_FORM_FIELD_DEFAULT_OPTIONS, type MatFormFieldDefaultOptions } from '@angular/material/form-field';

/** Fields look alike everywhere: outlined, and no empty line kept below them. */
const FIELDS: MatFormFieldDefaultOptions = { appearance: 'outline', subscriptSizing: 'dynamic', floatLabel: 'auto' };

/** How Material behaves in this interface; the application and the component tests both take it. */
export const MATERIAL: readonly Provider[] = [{ provide: MAT_FORM_FIELD_DEFAULT_OPTIONS, useValue: FIELDS }];
