import { title } from "./sheet_list";

/** A sheet as the page knows it. */
export interface Sheet {
  species: string;
  shelf: number;
  lent: boolean;
}

/** The sheets that can be lent, in the order in which they are shown. */
export function lendable(sheets: Sheet[]): Sheet[] {
  const free = sheets.filter((sheet) => !sheet.lent);
  return free.sort((one, other) => title(one).localeCompare(title(other)));
}
