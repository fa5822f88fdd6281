/** The initials that tell people of one group apart: "W", or "Ju" and "Jo"; "OQ" for one called "Otto Q". */
export function initials(names: string[]): string[] {
  return names.map((name) => {
    const [given, ...rest] = name.split(' ');
    if (rest.length) return `${given?.[0] ?? ''}${rest.at(-1)}`.slice(0, 4);
    for (let n = 1; n <= 3; n++) {
      const short = name.slice(0, n);
      if (names.filter((o) => o.startsWith(short)).length === 1) return short;
    }
    return name.slice(0, 3);
  });
}

/** Who is the one or the other partner of a script's pairs, on paper all of them; one alone has the coach. */
export function partner(names: string[], pairs: number[][], which: number, all = false): string {
  const own = (pairs[which] ?? []).map((i) => names[i]).filter((n) => n !== undefined);
  if (names.length === 1 && own.length === 0) return 'Coach';
  if (own.length === 0) return `Student ${which + 1}`;
  return own.length > 3 && !all ? `${own.slice(0, 2).join(', ')} and ${own.length - 2} more` : own.join(', ');
}
