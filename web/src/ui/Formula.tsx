/** H2S as H₂S: digits after a letter stand low. */
export function Formula({ text }: { text: string }) {
  return (
    <>
      {text.split(/(\d+)/).map((part, i) =>
        /^\d+$/.test(part) && i > 0 ? (
          <sub key={i} className="text-[0.7em]">
            {part}
          </sub>
        ) : (
          part
        ),
      )}
    </>
  );
}
