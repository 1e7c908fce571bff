import { describe, expect, it } from "vitest";
import { number } from "../ui/number";

describe("a typed number", () => {
  it.each([
    ["12", 12],
    [" 20,9 ", 20.9],
    ["-0.4", -0.4],
    ["0", 0],
  ])("%s is read", (text, value) => expect(number(text)).toBe(value));

  it.each(["", "  ", "7o", "1.2.3", "Infinity", "12 ppm"])("'%s' is none", (text) => expect(number(text)).toBeNull());
});
