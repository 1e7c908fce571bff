/** A number with its noun: "1 job", "2 jobs". @param many where it is not the noun with an s */
export function counted(count: number, noun: string, many = `${noun}s`): string {
  return `${count} ${agree(count, noun, many)}`;
}

/** The form of a word that agrees with a count, where the count is not beside it: "HM-01, HM-02 go on hold". */
export function agree(count: number, one: string, many: string): string {
  return count === 1 ? one : many;
}
