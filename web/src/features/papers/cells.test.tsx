import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";

import type { PaperInfo } from "../../api/client";
import { Actions, FigureCell, PairCell, StateCell } from "./cells";
import { Underway } from "./Underway";

const done = { state: "done", counted: true, slips: 3, citations: 0, unlisted: 0, uncited: 2, sources_cited: 7, entries: 7, habits: 0 };
const paper = (check: object | null, more: object = {}): PaperInfo =>
  ({ id: 1, writer: "Ines Marlowe", file_name: "1.docx", kept: 0, waived: 0, returned_at: null, check_state: check, ...more }) as unknown as PaperInfo;
const words = (html: string) => html.replace(/<[^>]*>/g, "");

describe("a figure of the table", () => {
  it("is nothing before a check, and a dot where nothing is wrong", () => {
    expect(words(renderToStaticMarkup(<FigureCell paper={paper(null)} column="slips" />))).toBe("–");
    expect(words(renderToStaticMarkup(<FigureCell paper={paper({ ...done, state: "queued", counted: false })} column="slips" />))).toBe("–");
    expect(words(renderToStaticMarkup(<FigureCell paper={paper(done)} column="unlisted" />))).toBe("·");
    expect(words(renderToStaticMarkup(<FigureCell paper={paper(done)} column="citations" />))).toBe("0");
  });

  it("stands out where sources are missing, and stays while the paper is checked again", () => {
    expect(renderToStaticMarkup(<FigureCell paper={paper(done)} column="uncited" />)).toContain("paper-alarm");
    expect(renderToStaticMarkup(<FigureCell paper={paper(done)} column="slips" />)).not.toContain("paper-alarm");
    expect(words(renderToStaticMarkup(<FigureCell paper={paper({ ...done, state: "running" })} column="slips" />))).toBe("3");
  });
});

describe("sources cited and listed", () => {
  it("agree only where none is missing on either side", () => {
    expect(words(renderToStaticMarkup(<PairCell paper={paper({ ...done, uncited: 0 })} />))).toBe("7 = 7");
    expect(words(renderToStaticMarkup(<PairCell paper={paper(done)} />))).toBe("7 ⇄ 7");
    expect(renderToStaticMarkup(<PairCell paper={paper(done)} />)).toContain("7 cited, 7 listed");
    expect(words(renderToStaticMarkup(<PairCell paper={paper(null)} />))).toBe("–");
  });
});

describe("the state of a paper", () => {
  it("moves only while it is checked", () => {
    expect(renderToStaticMarkup(<StateCell paper={paper({ ...done, state: "queued" })} />)).not.toContain("progressbar");
    expect(renderToStaticMarkup(<StateCell paper={paper({ ...done, state: "running" })} />)).toContain("progressbar");
  });

  it("tells a paper in which nothing was found from one that is cleared", () => {
    expect(words(renderToStaticMarkup(<StateCell paper={paper({ ...done, slips: 0 })} />))).toBe("nothing found");
    expect(words(renderToStaticMarkup(<StateCell paper={paper(done, { kept: 2, waived: 1 })} />))).toBe("cleared");
  });
});

describe("what can be done to a paper", () => {
  it("says to whose, and not that it is checked twice at once", () => {
    const nothing = () => null;
    const html = (check: object, more: object = {}) => renderToStaticMarkup(<Actions paper={paper(check, more)} onCheck={nothing} onRemove={nothing} />);
    expect(html(done)).toContain('aria-label="Check Ines Marlowe again"');
    expect(html(done, { writer: "" })).toContain('aria-label="Take 1.docx off the list"');
    expect(html(done)).not.toContain("disabled");
    expect(html({ ...done, state: "running" })).toContain("disabled");
  });
});

describe("the progress of all", () => {
  it("counts what is read or failed, and goes when all is", () => {
    const papers = [paper(done), paper({ ...done, state: "failed" }), paper({ ...done, state: "queued" }), paper({ ...done, state: "running" })];
    const html = renderToStaticMarkup(<Underway papers={papers} />);
    expect(html).toContain("2 of 4 papers are checked");
    expect(html).toContain('aria-valuenow="50"');
    expect(renderToStaticMarkup(<Underway papers={papers.slice(0, 2)} />)).toBe("");
    expect(renderToStaticMarkup(<Underway papers={papers.slice(2, 3)} />)).toBe("");
  });
});
