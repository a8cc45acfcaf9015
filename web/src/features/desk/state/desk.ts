/* What the desk is about to do, beside what is chosen (which lives in the address). Pure. */

/** What the bench is open for. */
export type Mode = "look" | "join" | "remark";

export interface DeskUi {
  mode: Mode;
  /** Rules whose habits are taken place by place. */
  opened: ReadonlySet<string>;
  /** Paragraphs and entries whose marks are all shown. */
  unfolded: ReadonlySet<string>;
  help: boolean;
  /** A paragraph that the galley is to go to; `turn` tells one call from the next. */
  go: { paragraph: number; turn: number } | null;
  /** A paragraph of which is being said what it is. */
  meant: number | null;
}

export type DeskAction =
  | { type: "mode"; mode: Mode }
  | { type: "open"; rule: string }
  | { type: "unfold"; place: string }
  | { type: "help"; on: boolean }
  | { type: "go"; paragraph: number }
  | { type: "mean"; paragraph: number | null };

export const AT_FIRST: DeskUi = { mode: "look", opened: new Set(), unfolded: new Set(), help: false, go: null, meant: null };

export function deskReducer(ui: DeskUi, action: DeskAction): DeskUi {
  switch (action.type) {
    case "mode":
      return ui.mode === action.mode ? ui : { ...ui, mode: action.mode };
    case "open":
      return { ...ui, opened: toggled(ui.opened, action.rule) };
    case "unfold":
      return { ...ui, unfolded: toggled(ui.unfolded, action.place) };
    case "help":
      return { ...ui, help: action.on };
    case "go":
      return { ...ui, go: { paragraph: action.paragraph, turn: (ui.go?.turn ?? 0) + 1 } };
    case "mean":
      return { ...ui, meant: action.paragraph };
  }
}

function toggled(set: ReadonlySet<string>, member: string): ReadonlySet<string> {
  const next = new Set(set);
  if (!next.delete(member)) next.add(member);
  return next;
}
