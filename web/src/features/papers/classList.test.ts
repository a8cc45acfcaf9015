import { describe, expect, it } from "vitest";

import { classListText } from "./classList";

describe("classListText", () => {
  it("is empty where there is no list", () => {
    expect(classListText([])).toBe("");
  });

  it("keeps names with commas and quotation marks whole", () => {
    const list = [
      { name: "Ines Marlowe", email: "i@reach.example" },
      { name: "Dray, the younger", email: "" },
      { name: 'Ana "Zee" Lund', email: "" },
    ];
    expect(classListText(list)).toBe('Name,Email\nInes Marlowe,i@reach.example\n"Dray, the younger",\n"Ana ""Zee"" Lund",');
  });
});
