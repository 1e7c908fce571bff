import type { ReactNode } from "react";
import { Field } from "../../ui/Field";
import { number } from "../../ui/number";
import { text, type Json } from "./card";

/** A figure as it is typed: what is no number stays as text, and the check says so. */
export function asFigure(typed: string): Json {
  return typed.trim() === "" ? null : (number(typed) ?? typed);
}

/** Fields that belong together under one heading. */
export function Group({ label, error, children }: { label: string; error?: string; children: ReactNode }) {
  return (
    <fieldset className="grid gap-x-4 gap-y-3 border-l-4 border-line pl-3 sm:col-span-2 sm:grid-cols-3 xl:col-span-3 xl:grid-cols-4">
      <legend className="col-span-full float-left w-full font-semibold">{label}</legend>
      {children}
      {error && <p className="col-span-full font-semibold text-fail">{error}</p>}
    </fieldset>
  );
}

/** A figure inside a group. */
export function Figure({ label, value, onPut }: { label: string; value: Json | undefined; onPut: (value: Json) => void }) {
  return (
    <Field
      label={label}
      inputMode="decimal"
      value={text(value)}
      className="justify-end"
      onChange={(event) => onPut(asFigure(event.target.value))}
    />
  );
}
