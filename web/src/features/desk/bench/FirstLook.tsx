import { InlineButton } from "../../../shared/InlineButton";
import { useDeskContext } from "../DeskContext";
import { capital, firstLook, inOrder, ranked, times, type Target } from "../state/firstLook";
import { isOpen, type SlipGroup } from "../state/model";

/** Nothing chosen: how the paper stands, in a sentence whose parts can be pressed, and its slips by rule, those
    that decide first. */
export function FirstLook() {
  const { model, inRound, round, act } = useDeskContext();
  const shown = new Set(inRound.map((f) => f.rule));
  const groups = ranked(model.groups.filter((g) => shown.has(g.rule)));
  const parts = firstLook(model);
  const go = (target: Target) => {
    if (target.kind === "source") act.choose({ kind: "source", id: target.id }, "bench");
    else if (target.kind === "round") act.setRound(target.round);
    else {
      const [first] = model.groups.find((g) => g.rule === target.rule)?.findings ?? [];
      if (first) act.pick(first.key);
    }
  };
  return (
    <div className="bench-said first-look">
      {round === null ? (
        <p className="first-sentence">
          {parts.length === 0 && inOrder(model.report)}
          {parts.map((part, index) => {
            const words = index === 0 ? capital(part.words) : part.words;
            const { target } = part;
            return (
              <span key={part.words}>
                {target ? <InlineButton press={() => go(target)}>{words}</InlineButton> : words}
                {index + 1 < parts.length ? "; " : "."}
              </span>
            );
          })}
        </p>
      ) : (
        groups.length === 0 && <p className="first-sentence">Nothing in this round.</p>
      )}
      <ul className="slip-list" aria-label="Slips by rule">
        {groups.map((group) => (
          <Row key={group.rule} group={group} />
        ))}
      </ul>
    </div>
  );
}

function Row({ group }: { group: SlipGroup }) {
  const { decisions, act } = useDeskContext();
  const left = group.findings.filter((f) => isOpen(f, decisions));
  const often = group.habit ? `${group.broken} of ${group.chances}` : times(group.broken);
  return (
    <li>
      <button
        type="button"
        className={`slip-group${left.length === 0 ? " decided" : ""}${group.habit ? " habit" : ""}`}
        onClick={() => act.pick((left[0] ?? group.findings[0]!).key)}
      >
        <b>{capital(group.label)}</b>
        <span>
          {group.habit ? `habit: ${often}` : often}
          {left.length === 0 ? " · decided" : left.length < group.findings.length ? ` · ${left.length} left` : ""}
        </span>
      </button>
    </li>
  );
}
