/** What is looked for in a list of lessons or runs; it stands in the address, so that it can be gone back to. */
export interface Finding {
  words: string;
  student: string;
  /** Such as 2026-11; '' for any. */
  month: string;
}

export const findingOf = (url: URL): Finding => ({
  words: url.searchParams.get('words') ?? '',
  student: url.searchParams.get('student') ?? '',
  month: /^\d{4}-\d{2}$/.exec(url.searchParams.get('month') ?? '')?.[0] ?? ''
});

/** The address that looks for that, on the same page. */
export function addressOf(url: URL, f: Finding): string {
  const out = new URL(url);
  for (const [key, value] of Object.entries(f) as [string, string][])
    if (value) out.searchParams.set(key, value);
    else out.searchParams.delete(key);
  return out.pathname + out.search;
}

/** The month after one. */
function after(month: string): string {
  const [y, m] = month.split('-').map(Number);
  return m === 12 ? `${y! + 1}-01` : `${y}-${String(m! + 1).padStart(2, '0')}`;
}

/** The same as the question that the server is asked. */
export const queryOf = (f: Finding) => ({
  words: f.words.trim() || undefined,
  student: f.student || undefined,
  from: f.month ? `${f.month}-01` : undefined,
  until: f.month ? `${after(f.month)}-01` : undefined
});

/** Months by year, the latest first: a year ahead, and as far back as a club may go. */
export function monthsBack(today: string, years = 10): { year: string; months: string[] }[] {
  const last = Number(today.slice(0, 4)) + 1;
  return Array.from({ length: years + 2 }, (_, i) => {
    const year = String(last - i);
    return {
      year,
      months: Array.from({ length: 12 }, (_, m) => `${year}-${String(12 - m).padStart(2, '0')}`)
    };
  });
}
