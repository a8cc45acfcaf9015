/* Reports and sources made by the core (`tools/web_fixtures.py`, run by `bin/grelt test web`). */
import { readdirSync, readFileSync } from "node:fs";

import type { Report, Schemas } from "../src/api/client";

const folder = new URL("../fixtures/", import.meta.url);

function read(name: string): unknown {
  return JSON.parse(readFileSync(new URL(name, folder), "utf8"));
}

/** Reports of demo papers, by name. */
export const reports: Record<string, Report> = Object.fromEntries(
  readdirSync(folder)
    .filter((name) => name.startsWith("report-"))
    .map((name) => [name.slice("report-".length, -".json".length), read(name) as Report]),
);

/** Every guide's kinds, each with its worked example as CSL-JSON. */
export const shelf = read("shelf.json") as Record<string, Schemas["ShelfKindSchema"][]>;
