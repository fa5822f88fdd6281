const firstOf = (name: string) => name.trim().split(/\s+/)[0] ?? name;
/** The last word of a name of two or more. */
const surnameOf = (name: string) => name.trim().split(/\s+/).slice(1).at(-1) ?? '';
const same = (a: string, b: string) => a.toLowerCase() === b.toLowerCase();

/**
 * What a coach calls each of several people who are in view together: the first name, with as much of the
 * surname as sets them apart ("Otto Q", "Otto Qu"), and the whole name where the surname does not. The server
 * says names in its sentences by the same rule.
 */
export function callNames(names: readonly string[]): string[] {
  return names.map((name, i) => {
    const first = firstOf(name);
    const others = names.filter((o, j) => j !== i && same(firstOf(o), first));
    const own = [...surnameOf(name)];
    if (!others.length) return first;
    if (others.some((o) => same(surnameOf(o), own.join('')))) return name.trim().replace(/\s+/g, ' ');
    let n = 1;
    const begin = () => own.slice(0, n).join('');
    while (n < own.length && others.some((o) => same([...surnameOf(o)].slice(0, n).join(''), begin()))) n++;
    return `${first} ${begin()}`.trim();
  });
}

/** What each of these people is called among them, by id; empty for somebody else. */
export function calledAmong(people: readonly { id: string; name: string }[]): (id: string) => string {
  // Somebody may be in several of the lists that are in view together.
  const by = new Map(people.map((p) => [p.id, p.name]));
  const names = callNames([...by.values()]);
  [...by.keys()].forEach((id, i) => by.set(id, names[i]!));
  return (id) => by.get(id) ?? '';
}

/** The name of one person alone. */
export const callName = (name: string): string => firstOf(name);
