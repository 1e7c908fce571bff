import createClient, { type Middleware } from "openapi-fetch";
import type { components, paths } from "./schema";
import { sendSigned } from "./signature";

export type Schemas = components["schemas"];

/** What the server says when it does not do what was asked: why, which field, and the way out. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly field: string,
    reason: string,
    readonly wayOut: string,
  ) {
    super(reason);
  }
}

const broken = new Problem(-1, "page", "", "This page has gone wrong.", "Load it again; what was entered is stored.");

export const noLine = new Problem(0, "no-line", "", "The server cannot be reached.", "Nothing is lost; try again when the line is back.");

/** Raised on the page when the server says that this device is locked. */
export const LOCKED = "sentry-locked";

function csrfToken(): string {
  const cookie = document.cookie.split("; ").find((c) => c.startsWith("XSRF-TOKEN="));
  return cookie ? decodeURIComponent(cookie.slice("XSRF-TOKEN=".length)) : "";
}

const guard: Middleware = {
  onRequest({ request }) {
    if (request.method !== "GET") {
      request.headers.set("X-XSRF-TOKEN", csrfToken());
    }
    return request;
  },
  async onResponse({ response }) {
    if (response.ok) {
      return response;
    }
    const body = (await response.json().catch(() => ({}))) as Partial<Record<"code" | "field" | "detail" | "wayOut", string>>;
    const signedOut = response.status === 401;
    if (response.status === 423) {
      dispatchEvent(new Event(LOCKED));
    }
    throw new Problem(
      response.status,
      body.code ?? (signedOut ? "signed-out" : "failed"),
      body.field ?? "",
      body.detail ?? (signedOut ? "You are signed out." : response.status === 403 ? "Your role may not do this." : "That did not work."),
      body.wayOut ??
        (signedOut ? "Sign in again." : response.status === 403 ? "Ask a lead." : "Try again; if it stays, tell the administrator."),
    );
  },
  onError() {
    return noLine;
  },
};

export const api = createClient<paths>({ baseUrl: "/", fetch: sendSigned });
api.use(guard);

/** The body of an answer; a refusal has been thrown as a {@link Problem} before. */
export async function answer<T>(call: Promise<{ data?: T }>): Promise<T> {
  return (await call).data as T;
}

/** A fresh id for a write, so that sending it twice has one effect. Works on plain http too. */
export function freshId(): string {
  return Array.from(crypto.getRandomValues(new Uint8Array(16)), (b) => b.toString(16).padStart(2, "0")).join("");
}

export const once = () => ({ header: { "Idempotency-Key": freshId() } });

/** The server was not reached, or what stands before it has not reached it. */
export function isLineDown(error: unknown): boolean {
  const { status } = asProblem(error);
  return status === 0 || status === 502 || status === 503 || status === 504;
}

export function asProblem(error: unknown): Problem {
  return error instanceof Problem ? error : broken;
}

/** A file as the body of a request, as it is; what it is gets looked at where it arrives. */
export function asBody(file: File) {
  return {
    body: file as unknown as undefined,
    bodySerializer: (body: unknown) => body as File,
    headers: { "Content-Type": "application/octet-stream" },
  };
}
