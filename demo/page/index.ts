import { sheetList } from "./sheet_list";
import { Sheet } from "./sheets";

const sheets: Sheet[] = [
  { species: "Salicornia europaea", shelf: 3, lent: false },
  { species: "Limonium vulgare", shelf: 1, lent: false },
];
console.log(sheetList(sheets));
