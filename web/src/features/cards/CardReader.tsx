import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import type { Schemas } from "../../api/client";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { Part } from "./Part";
import { cardsQuery, sheetQuery } from "./queries";
import { Versions } from "./Versions";

/** A procedure card in words, for everybody who works by it. */
export function CardReader({ model }: { model: string }) {
  const cards = useQuery(cardsQuery);
  const newest = cards.data?.find((card) => card.model === model)?.version;
  return (
    <div className="grid grid-cols-1 gap-x-10 gap-y-6 px-4 py-4 lg:grid-cols-[minmax(0,1fr)_24rem]">
      <div>
        <Link to="/rules" className="text-act underline underline-offset-4">
          Site rules
        </Link>
        <h1 className="mb-3 text-3xl font-bold">
          {model} <span className="font-normal text-soft">{newest !== undefined && `card version ${newest}`}</span>
        </h1>
        <ErrorMessage error={cards.error} />
        {cards.data && newest === undefined && <p>There is no card for a model of that name.</p>}
        {newest !== undefined && <Sheet model={model} version={newest} />}
      </div>
      <aside>
        <Versions model={model} />
      </aside>
    </div>
  );
}

const headings = [
  { title: "Calibration", of: (path: string) => path.startsWith("calibration") },
  { title: "Bump", of: (path: string) => path.startsWith("bump") },
  { title: "Detector", of: (path: string) => !path.startsWith("calibration") && !path.startsWith("bump") },
];

function Sheet({ model, version }: { model: string; version: number }) {
  const sheet = useQuery(sheetQuery(model, version));
  if (!sheet.data) {
    return sheet.isError ? <ErrorMessage error={sheet.error} /> : <Loading what="the card" />;
  }
  const parts: Schemas["Section"][] = sheet.data.parts;
  return (
    <>
      {headings.map(({ title, of }) => (
        <section key={title} aria-label={title} className="mb-6">
          <h2 className="mb-1 text-xl font-bold">{title}</h2>
          <ol className="border-t border-line">
            {parts
              .filter((part) => of(part.path))
              .map((part, i) => (
                <Part key={part.path} number={title === "Detector" ? undefined : i + 1} title={part.title} lines={part.lines} />
              ))}
          </ol>
        </section>
      ))}
    </>
  );
}
