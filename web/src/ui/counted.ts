/** A number with its noun: "1 job", "2 jobs". @param many where it is not the noun with an s */
export function counted(count: number, noun: string, many = `${noun}s`): string {
  return `${count} ${count === 1 ? noun : many}`;
}
