import { useSyncExternalStore } from "react";

type Answer = (confirmedFields: boolean) => void;

let waiting: Answer[] = [];
const listeners = new Set<() => void>();

function tell(): void {
  listeners.forEach((listener) => listener());
}

/** Asks whoever is signed in to show that it is them; resolves to false when they leave it. Asked twice, they answer once. */
export function askForSignature(): Promise<boolean> {
  return new Promise((resolve) => {
    waiting = [...waiting, resolve];
    tell();
  });
}

export function giveSignature(confirmedFields: boolean): void {
  const answered = waiting;
  waiting = [];
  tell();
  answered.forEach((resolve) => resolve(confirmedFields));
}

export function useSignatureAsked(): boolean {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => waiting.length > 0,
  );
}

/** Sends a request, and once more when it is a signature that has to be proved first. */
export async function sendSigned(request: Request): Promise<Response> {
  const isFile = request.headers.get("Content-Type")?.includes("octet-stream") ?? false;
  const again = request.method === "GET" || isFile ? null : request.clone();
  const response = await fetch(request);
  if (again && response.status === 422) {
    const problem = (await response
      .clone()
      .json()
      .catch(() => ({}))) as { code?: string };
    if (problem.code === "signature-wanted" && (await askForSignature())) {
      return fetch(again);
    }
  }
  return response;
}
