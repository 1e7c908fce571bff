import { useRef, useState } from "react";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import type { Picture } from "./card";

const MOST_BYTES = 400_000;

/** Pictures beside an operator's note: what the display shows, which way the adapter goes. */
export function Pictures({ pictures, onPut }: { pictures: Picture[]; onPut: (pictures: Picture[]) => void }) {
  const file = useRef<HTMLInputElement>(null);
  const [refused, setRefused] = useState("");
  const add = async (chosen: File) => {
    if (!["image/png", "image/jpeg"].includes(chosen.type)) {
      setRefused(`A picture is a PNG or a JPEG; ${chosen.name} is neither.`);
    } else if (chosen.size > MOST_BYTES) {
      setRefused(
        `A picture takes up to 400 kB; ${chosen.name} has ${Math.ceil(chosen.size / 1000)} kB. Make it smaller, 800 points wide is plenty.`,
      );
    } else {
      setRefused("");
      onPut([...pictures, { description: "", mediaType: chosen.type, base64: await base64(chosen) }]);
    }
  };
  return (
    <div className="mt-3 flex flex-col gap-2">
      {pictures.map((picture, i) => (
        <div key={i} className="flex flex-wrap items-end gap-3">
          <img
            src={`data:${picture.mediaType};base64,${picture.base64}`}
            alt={picture.description}
            className="h-20 w-28 border border-line object-contain"
          />
          <Field
            label="What the picture shows"
            value={picture.description}
            className="min-w-56 grow"
            onChange={(event) => onPut(pictures.map((one, other) => (other === i ? { ...one, description: event.target.value } : one)))}
          />
          <Button onClick={() => onPut(pictures.filter((_, other) => other !== i))}>Take the picture out</Button>
        </div>
      ))}
      <input
        ref={file}
        type="file"
        accept="image/png,image/jpeg"
        aria-label="Picture for this step"
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          if (chosen) {
            void add(chosen);
          }
          event.target.value = "";
        }}
      />
      <div>
        <Button onClick={() => file.current?.click()}>Add a picture</Button>
      </div>
      {refused && (
        <p role="alert" className="font-semibold text-fail">
          {refused}
        </p>
      )}
    </div>
  );
}

async function base64(file: File): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  return btoa(bytes.reduce((text, byte) => text + String.fromCharCode(byte), ""));
}
