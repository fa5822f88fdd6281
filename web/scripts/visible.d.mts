export interface Visible {
  line: number;
  text: string;
  /** The element or attribute it stands in; 'script' for what a script composes, 'id' for an id that is shown. */
  where: string;
}
export function visible(source: string, file: string): Visible[];
export function sources(folder: string): string[];
export function everything(folder: string): (Visible & { file: string })[];
