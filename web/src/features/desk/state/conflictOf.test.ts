import { beforeAll, describe, expect, it, vi } from "vitest";

import type * as Client from "../../../api/client";
import type * as ConflictOf from "./conflictOf";

// They ask for the page that they stand in as soon as they are loaded.
let api: typeof Client;
let conflictOf: typeof ConflictOf.conflictOf;

beforeAll(async () => {
  vi.stubGlobal("location", { origin: "http://127.0.0.1:8417" });
  api = await import("../../../api/client");
  ({ conflictOf } = await import("./conflictOf"));
});

describe("a decision made elsewhere meanwhile", () => {
  const asked = { keys: ["k"], verdict: "kept" as const, remark: "Mine." };
  const stale = (about: Record<string, string>) =>
    new api.ApiProblem("changed-meanwhile", "It changed.", 409, undefined, about);

  it("is shown beside what was asked", () => {
    const about = { key: "k", verdict: "waived", remark: "Theirs." };
    expect(conflictOf(stale(about), asked)).toEqual({ ...about, asked });
  });

  it("may have been opened again", () => {
    expect(conflictOf(stale({ key: "k" }), asked)).toMatchObject({ verdict: "open", remark: "" });
  });

  it("is nothing else", () => {
    expect(conflictOf(null, asked)).toBeNull();
    expect(conflictOf(new Error("no"), asked)).toBeNull();
    expect(conflictOf(new api.ApiProblem("not-found", "No.", 404), asked)).toBeNull();
    expect(conflictOf(stale({ key: "k" }), undefined)).toBeNull();
  });
});
