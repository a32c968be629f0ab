import type { ValidateFunction } from 'ajv';

export const owner: ValidateFunction;
export const signIn: ValidateFunction;
export const docket: ValidateFunction;
