export interface Phrase {
  phrase: string;
  instead: string;
  is: RegExp;
}
export function phrases(list: string): Phrase[];
export function banned(
  list: Phrase[],
  source: string,
  file: string
): { line: number; phrase: string; instead: string }[];
