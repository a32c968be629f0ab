/** How print files are named where nobody says otherwise; a slash makes a folder. Apart, for screens that fill no patterns. */
export const PRINT_NAMES = '{{ artwork.name }}/{{ product.noun }}, {{ print.area }}, {{ print.for }}';
