/** What was said of a student in a lesson, each 1 to 10. */
interface Felt {
  engaged?: number;
  effort?: number;
  confident?: number;
}
/** "engaged 8, effort 6, confident 7"; what was not asked is left out. */
export const sayFelt = (f: Felt): string =>
  (['engaged', 'effort', 'confident'] as const)
    .filter((k) => f[k])
    .map((k) => `${k} ${f[k]}`)
    .join(', ');
