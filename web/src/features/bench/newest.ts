/** Of two views of one run the one that has come further: the stream, a reload and an answer may overtake each other. */
export function newest<View extends { lastSeq: number }>(before: View | undefined, view: View): View {
  return before && before.lastSeq > view.lastSeq ? before : view;
}
