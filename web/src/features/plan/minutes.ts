/** Minutes as people say them: one digit after the point, and none where it is a nought. */
export function minutes(value: number): string {
  return `${value.toFixed(1).replace(/\.0$/, "")} min`;
}
