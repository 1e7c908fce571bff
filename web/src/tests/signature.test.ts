import { afterEach, expect, test, vi } from "vitest";
import { giveSignature, sendSigned } from "../api/signature";

const wanted = () => new Response(JSON.stringify({ code: "signature-wanted" }), { status: 422 });
const refused = () => new Response(JSON.stringify({ code: "step-passed" }), { status: 422 });
const post = (type = "application/json") =>
  new Request("http://localhost/api/v1/runs", { method: "POST", body: '{"kind":"SIGN"}', headers: { "Content-Type": type } });

function server(...answers: Response[]) {
  const sent: string[] = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    sent.push(await request.text());
    return answers.shift() ?? new Response("{}");
  });
  return sent;
}

/** Whoever is asked answers as soon as the page has asked. */
async function answered<T>(confirmedFields: boolean, sending: Promise<T>): Promise<T> {
  const asking = setInterval(() => giveSignature(confirmedFields), 1);
  return sending.finally(() => clearInterval(asking));
}

afterEach(() => vi.unstubAllGlobals());

test("what has to be signed is sent once more as it was, after the signature", async () => {
  const sent = server(wanted());
  expect((await answered(true, sendSigned(post()))).status).toBe(200);
  expect(sent).toEqual(['{"kind":"SIGN"}', '{"kind":"SIGN"}']);
});

test("who leaves it unsigned is told what the server said", async () => {
  const sent = server(wanted());
  const answer = await answered(false, sendSigned(post()));
  expect(answer.status).toBe(422);
  expect(await answer.json()).toEqual({ code: "signature-wanted" });
  expect(sent).toHaveLength(1);
});

test("two that wait for a signature are answered by one", async () => {
  const sent = server(wanted(), wanted());
  const both = await answered(true, Promise.all([sendSigned(post()), sendSigned(post())]));
  expect(both.map((answer) => answer.status)).toEqual([200, 200]);
  expect(sent).toHaveLength(4);
});

test("another refusal, and a file, are never sent twice", async () => {
  const sent = server(refused(), wanted());
  expect((await sendSigned(post())).status).toBe(422);
  expect((await sendSigned(post("application/octet-stream"))).status).toBe(422);
  expect(sent).toHaveLength(2);
});
