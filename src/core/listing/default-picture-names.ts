/** How pictures are named where nobody says otherwise; a slash makes a folder. Apart, for screens that fill no patterns. */
export const PICTURE_NAMES = '{{ outlet.name }}/{{ artwork.name }}, {{ docket.name }}/{{ picture.place }} {{ picture.shows }}';
