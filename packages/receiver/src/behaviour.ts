/** How the receiver behaves, beside its own rules: what a sender has to live with, each of it to be switched on. */
export interface Behaviour {
  /** Part of a package's bytes after which the line is cut, once for each package; null: never. */
  readonly cut: number | null;
  /** Seconds until it answers. */
  readonly late: number;
  /** A second receipt, with a number of its own, comes after the first. */
  readonly twice: boolean;
  /** Every sign that is no letter and no digit becomes `-`. */
  readonly characters: boolean;
  /** Characters of a name; null: as long as its own rules let it be. */
  readonly longest: number | null;
  /** No name stands twice in all that arrives. */
  readonly unique: boolean;
  /** Lights do not arrive. */
  readonly lights: boolean;
  /** Why everything is refused; null: it is not. */
  readonly refuse: string | null;
  /** Part of a package's bytes after which all that is here is lost, once for each package; null: never. */
  readonly lose: number | null;
}
/** As it should be. */
export const goodBehaviour: Behaviour = {
  cut: null,
  late: 0,
  twice: false,
  characters: false,
  longest: null,
  unique: false,
  lights: false,
  refuse: null,
  lose: null,
};

type Form = Readonly<Record<string, string | undefined>>;
/** What a form says, field by field. @throws Error naming the field that cannot be used */
export function readBehaviour(form: Form): Behaviour {
  const number = (name: string, least: number, most: number): number | null => {
    const text = form[name]?.trim() ?? '';
    if (text === '') return null;
    const n = Number(text);
    if (!(n >= least && n <= most)) throw new Error(`${name}: a number from ${least} to ${most}`);
    return n;
  };
  const share = (name: string): number | null => {
    const n = number(name, 0, 100);
    return n === null ? null : n / 100;
  };
  const longest = number('longest', 1, 255);
  return {
    cut: share('cut'),
    late: number('late', 0, 86_400) ?? 0,
    twice: form['twice'] !== undefined,
    characters: form['characters'] !== undefined,
    longest: longest === null ? null : Math.round(longest),
    unique: form['unique'] !== undefined,
    lights: form['lights'] !== undefined,
    refuse: form['refuse']?.trim() ? form['refuse'].trim().slice(0, 1000) : null,
    lose: share('lose'),
  };
}
