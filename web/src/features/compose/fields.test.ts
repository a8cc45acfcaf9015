import fc from "fast-check";
import { describe, expect, it } from "vitest";

import { shelf } from "../../../tests/fixtures";
import { dateOf, typedDate, type DateItem } from "./dates";
import { fieldOf, typedOf, withTyped, type Item } from "./fields";
import { nameOf, namesOf, typedName, type Name } from "./names";

const ELEMENTS = [...new Set(Object.values(shelf).flatMap((kinds) => kinds.flatMap((k) => k.elements.map((e) => e.element))))];

/* Words as names have them: no commas, nothing at the ends, no quotation marks around. */
const word = fc
  .stringMatching(/^[\p{L}.’' -]{1,14}$/u)
  .map((w) => w.trim().replace(/\s+/g, " "))
  .filter((w) => w !== "" && !/^["“].*["”]$/.test(w));
const person: fc.Arbitrary<Name> = fc.record({ family: word, given: word, suffix: fc.constantFrom("Jr.", "III") }, { requiredKeys: ["family"] });
const group: fc.Arbitrary<Name> = fc.oneof(
  word.map((literal) => ({ literal })),
  fc.tuple(word, word).map(([a, b]) => ({ literal: `${a}, ${b}` })),
);
const anyName: fc.Arbitrary<Name> = fc.oneof(
  person,
  group,
  fc.record({ family: word, given: word, "non-dropping-particle": fc.constantFrom("van der", "de") }),
);
const year = fc.integer({ min: 1000, max: 2099 });
const month = fc.integer({ min: 1, max: 12 });
const day = fc.integer({ min: 1, max: 31 });
const parts = fc.oneof(fc.tuple(year), fc.tuple(year, month), fc.tuple(year, month, day)).map((p) => [...p] as number[]);
const date: fc.Arbitrary<DateItem> = fc.oneof(
  fc.record(
    {
      "date-parts": fc.oneof(parts.map((p) => [p]), fc.tuple(parts, parts).map(([a, b]) => [a, b])),
      season: fc.constantFrom("spring", "summer", "autumn", "fall", "winter"),
      circa: fc.constant(true),
      "year-suffix": fc.constantFrom("a", "b"),
    },
    { requiredKeys: ["date-parts"] },
  ),
  fc.constantFrom<DateItem>({ literal: "n.d." }, { literal: "in press" }),
);
const value = (element: string): fc.Arbitrary<unknown> => {
  const { kind } = fieldOf(element);
  if (kind === "names") return fc.array(anyName, { minLength: 1, maxLength: 4 });
  return kind === "date" ? date : fc.oneof(word, fc.integer({ min: 1, max: 999 }));
};

function placed(element: string, what: unknown): Item {
  const field = fieldOf(element);
  return field.custom ? { type: "book", custom: { kind: "book", [field.variable]: what } } : { type: "book", [field.variable]: what };
}

describe("typing what stands there", () => {
  it.each(ELEMENTS)("changes nothing: %s", (element) => {
    fc.assert(
      fc.property(value(element), (what) => {
        const item = placed(element, what);
        const field = fieldOf(element);
        expect(withTyped(item, field, typedOf(item, field))).toEqual(item);
      }),
    );
  });

  it("holds for every worked example of every guide", () => {
    for (const kinds of Object.values(shelf)) {
      for (const kind of kinds) {
        for (const element of ELEMENTS) {
          const field = fieldOf(element);
          const item = kind.fields;
          expect(withTyped(item, field, typedOf(item, field)), `${kind.kind} ${element}`).toEqual(item);
        }
      }
    }
  });
});

describe("names", () => {
  it("are read back from their lines", () => {
    fc.assert(
      fc.property(fc.oneof(person, group), (name) => {
        expect(nameOf(typedName(name))).toEqual(name);
      }),
    );
  });

  it.each([
    [{ family: "Bray", given: "Tomas", suffix: "Jr." }, "Bray, Tomas, Jr."],
    [{ family: "Plato" }, "Plato,"],
    [{ literal: "Estuary Trust" }, "Estuary Trust"],
    [{ literal: "Reach, Town of" }, "“Reach, Town of”"],
  ])("%o is typed %s", (name, line) => {
    expect(typedName(name)).toBe(line);
    expect(nameOf(line)).toEqual(name);
  });

  it("keep all that a line does not show, when another line changes", () => {
    const old: Name[] = [
      { family: "Meer", given: "Ilse", "non-dropping-particle": "van der" },
      { family: "Bray", given: "Tomas", suffix: "Jr." },
    ];
    expect(namesOf("van der Meer, Ilse\nBray, Tomas, Jr.\nLund, Osei", old)).toEqual([...old, { family: "Lund", given: "Osei" }]);
    expect(namesOf("Bray, Tomas, Jr.", old)).toEqual([old[1]]);
    expect(namesOf("Bray, Tom, Jr.\nvan der Meer, Ilse", old)).toEqual([{ family: "Bray", given: "Tom", suffix: "Jr." }, old[0]]);
  });

  it("may be in the midst of being typed", () => {
    expect(nameOf("Okonjo")).toEqual({ literal: "Okonjo" });
    expect(nameOf("Okonjo,")).toEqual({ family: "Okonjo" });
    expect(nameOf("Okonjo, A")).toEqual({ family: "Okonjo", given: "A" });
  });
});

describe("dates", () => {
  it("are read back as they were typed", () => {
    fc.assert(
      fc.property(date, (d) => {
        expect(dateOf(typedDate(d))).toEqual(d);
      }),
    );
  });

  it.each([
    ["2021", { "date-parts": [[2021]] }],
    ["2021-04-22", { "date-parts": [[2021, 4, 22]] }],
    ["2021-04/2021-06", { "date-parts": [[2021, 4], [2021, 6]] }],
    ["2021 Spring", { "date-parts": [[2021]], season: "spring" }],
    ["c. 1850", { "date-parts": [[1850]], circa: true }],
    ["2021b", { "date-parts": [[2021]], "year-suffix": "b" }],
    ["in press", { literal: "in press" }],
    ["22 April 2021", { literal: "22 April 2021" }],
  ])("%s", (typed, item) => expect(dateOf(typed)).toEqual(item));

  it("show a season that is counted", () => {
    expect(typedDate({ "date-parts": [[2021]], season: 1 })).toBe("2021 spring");
    const item: Item = { issued: { "date-parts": [[2021]], season: 1, circa: true } };
    expect(withTyped(item, fieldOf("date"), "c. 2021 spring")).toBe(item);
  });
});

describe("fields", () => {
  it("go when they are emptied, and leave the others", () => {
    const item: Item = { title: "Salt", custom: { kind: "book", handle: "@x" } };
    expect(withTyped(item, fieldOf("title"), " ")).toEqual({ custom: item.custom });
    expect(withTyped(item, fieldOf("handle"), "")).toEqual({ title: "Salt", custom: { kind: "book" } });
    expect(item.title).toBe("Salt");
  });

  it("stand in the item's own variables, and what has none in custom", () => {
    expect(fieldOf("container")).toMatchObject({ variable: "container-title", kind: "text", custom: false });
    expect(fieldOf("accessed")).toMatchObject({ variable: "accessed", kind: "date" });
    expect(fieldOf("uploader").custom).toBe(true);
    expect(withTyped({}, fieldOf("institution"), "Reach College")).toEqual({ custom: { institution: "Reach College" } });
  });
});
