/** Standard fonts of PDF have no sign for ohm, no minus and no typographic quotes in every weight; said in letters there. */
export const plain = (text: string): string =>
  text
    .replaceAll('Ω', 'ohm')
    .replaceAll('−', '-')
    .replaceAll('’', "'")
    .replaceAll('“', '"')
    .replaceAll('”', '"');
