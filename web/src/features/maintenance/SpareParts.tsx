import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { answer, api, once } from "../../api/client";
import { may, useSession } from "../../api/session";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { number } from "../../ui/number";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { partStockQuery } from "./queries";

type Counted = { name: string; count: number; reorderAt: number };

/** Filters, mouthpieces, tubes: how many there are, and when more are ordered. */
export function SpareParts() {
  const session = useSession();
  const stock = useQuery(partStockQuery);
  const [counting, setCounting] = useState<Counted | null>(null);
  const parts = stock.data?.parts ?? [];
  return (
    <section aria-labelledby="spare-parts" className="mt-8">
      <header className="flex flex-wrap items-center justify-between gap-3">
        <h2 id="spare-parts" className="text-xl font-bold">
          Spare parts
        </h2>
        {may(session, "TECHNICIAN") && <Button onClick={() => setCounting({ name: "", count: 0, reorderAt: 0 })}>Add a part</Button>}
      </header>
      <ErrorMessage error={stock.error} />
      {stock.data && parts.length === 0 && (
        <p className="border-t border-line py-2 text-soft">No part is counted yet. Maintenance takes from the stock what it uses.</p>
      )}
      <ul className="border-t border-ink">
        {parts.map((part) => (
          <li key={part.name} className="flex flex-wrap items-center gap-x-6 border-b border-line py-1">
            <strong className="min-w-48">{part.name}</strong>
            <span className="tabular-nums">{part.count} in stock</span>
            <span className="text-soft">order more at {part.reorderAt}</span>
            {part.low && <strong className="text-caution">Order more.</strong>}
            {may(session, "TECHNICIAN") && (
              <Button kind="quiet" className="ml-auto" aria-label={`Count ${part.name}`} onClick={() => setCounting(part)}>
                Count
              </Button>
            )}
          </li>
        ))}
      </ul>
      {counting && <CountSheet part={counting} onClose={() => setCounting(null)} />}
    </section>
  );
}

function CountSheet({ part, onClose }: { part: Counted; onClose: () => void }) {
  const queries = useQueryClient();
  const [name, setName] = useState(part.name);
  const [count, setCount] = useState(part.name === "" ? "" : String(part.count));
  const [reorderAt, setReorderAt] = useState(part.name === "" ? "" : String(part.reorderAt));
  const save = useMutation({
    mutationFn: () =>
      answer(
        api.PUT("/api/v1/part-stock", { params: once(), body: { name, count: number(count) ?? -1, reorderAt: number(reorderAt) ?? -1 } }),
      ),
    onSuccess: async (now) => {
      queries.setQueryData(partStockQuery.queryKey, now);
      await queries.invalidateQueries({ queryKey: ["part-stock"] });
      onClose();
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    save.mutate();
  }
  return (
    <Sheet open onClose={onClose} title={part.name === "" ? "Add a part" : `Count: ${part.name}`}>
      <form onSubmit={submit} className="flex flex-col gap-4">
        {part.name === "" && (
          <Field
            label="Name"
            required
            autoComplete="off"
            value={name}
            hint="as procedure cards name it, for example inlet filter"
            onChange={(event) => setName(event.target.value)}
          />
        )}
        <Field label="In stock" required inputMode="numeric" value={count} onChange={(event) => setCount(event.target.value)} />
        <Field
          label="Order more at"
          required
          inputMode="numeric"
          value={reorderAt}
          onChange={(event) => setReorderAt(event.target.value)}
        />
        <ErrorMessage error={save.error} />
        <Button kind="act" type="submit" disabled={save.isPending}>
          Save
        </Button>
      </form>
    </Sheet>
  );
}
