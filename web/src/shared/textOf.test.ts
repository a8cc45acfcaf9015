import { describe, expect, it } from "vitest";

import { textOf } from "./textOf";

const NAMES = "Zoë de la Mar\nJosé Lund";

describe("textOf", () => {
  const little = new Uint8Array([255, 254, ...[...NAMES].flatMap((c) => [c.charCodeAt(0) & 255, c.charCodeAt(0) >> 8])]);
  const big = new Uint8Array([254, 255, ...[...NAMES].flatMap((c) => [c.charCodeAt(0) >> 8, c.charCodeAt(0) & 255])]);
  it.each([
    ["UTF-8", new TextEncoder().encode(NAMES)],
    ["UTF-8 that says so", new Uint8Array([239, 187, 191, ...new TextEncoder().encode(NAMES)])],
    ["UTF-16", little],
    ["UTF-16, the other way round", big],
    ["Windows-1252", new Uint8Array([...NAMES].map((c) => c.charCodeAt(0)))],
  ])("reads %s", async (_, bytes) => {
    expect(await textOf(new Blob([bytes]))).toBe(NAMES);
  });

  it("reads an empty file as nothing", async () => {
    expect(await textOf(new Blob([]))).toBe("");
  });
});
