export const DOCUMENT = { openapi: '3.1.0' };
