import type { Provider } from '@angular/core';
import { MAT_FORM_FIELD_DEFAULT_OPTIONS, type MatFormFieldDefaultOptions } from '@angular/material/form-field';
import { MAT_SELECT_CONFIG, type MatSelectConfig } from '@angular/material/select';

/** Fields look alike everywhere: outlined, and no empty line kept below them. */
const FIELDS: MatFormFieldDefaultOptions = { appearance: 'outline', subscriptSizing: 'dynamic', floatLabel: 'auto' };

/** "left out", "not clear yet": an option whose value is null is an answer like any other, and its words are shown. */
const LISTS: MatSelectConfig = { canSelectNullableOptions: true };

/** How Material behaves in this interface; the application and the component tests both take it. */
export const MATERIAL: readonly Provider[] = [
  { provide: MAT_FORM_FIELD_DEFAULT_OPTIONS, useValue: FIELDS },
  { provide: MAT_SELECT_CONFIG, useValue: LISTS },
];
