import { lendable, Sheet } from "./sheets";

/** What a sheet is called on the page. */
export function title(sheet: Sheet): string {
  return `${sheet.species} (shelf ${sheet.shelf})`;
}

/** The list that visitors choose from. */
export function sheetList(sheets: Sheet[]): string {
  return lendable(sheets)
    .map((sheet) => `<li>${title(sheet)}</li>`)
    .join("\n");
}
