import { useQuery } from "@tanstack/react-query";
import { answer, api } from "../../api/client";
import { CareRow } from "../fleet/CareRow";

/** Care that waits, over the whole fleet. */
export function CareToDo() {
  const care = useQuery({ queryKey: ["care"], queryFn: () => answer(api.GET("/api/v1/care")) });
  if (!care.data?.care.length) {
    return null;
  }
  return (
    <section className="mt-6" aria-labelledby="care-to-do">
      <h2 id="care-to-do" className="border-b-2 border-ink pb-1 text-xl font-bold">
        Care <span className="font-normal text-soft">· {care.data.care.length}</span>
      </h2>
      <ul>
        {care.data.care.map((one) => (
          <CareRow key={one.serial + one.kind} care={one} named />
        ))}
      </ul>
    </section>
  );
}
