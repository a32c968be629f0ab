/** A drawing as an address that a picture can show. */
export const svgAddress = (svg: string): string => `data:image/svg+xml,${encodeURIComponent(svg)}`;
