import type { KeyboardEvent, PointerEvent } from "react";

import { LEAST, MOST } from "./useBenchHeight";

interface Props {
  height: number;
  onHeight: (height: number) => void;
}

const STEP = 24;

/** The upper edge of the bench, to be drawn up and down, by hand or with the arrows. */
export function BenchHandle({ height, onHeight }: Props) {
  const onKeyDown = (event: KeyboardEvent) => {
    const by = event.key === "ArrowUp" ? STEP : event.key === "ArrowDown" ? -STEP : 0;
    if (!by) return;
    event.preventDefault();
    onHeight(height + by);
  };
  const onPointerDown = (event: PointerEvent<HTMLDivElement>) => {
    const from = event.clientY + height;
    const handle = event.currentTarget;
    handle.setPointerCapture(event.pointerId);
    handle.onpointermove = (moved) => onHeight(from - moved.clientY);
    handle.onpointerup = handle.onpointercancel = () => {
      handle.onpointermove = null;
    };
  };
  return (
    <div
      className="bench-handle"
      role="separator"
      tabIndex={0}
      aria-orientation="horizontal"
      aria-label="Height of the lower pane"
      aria-valuenow={height}
      aria-valuemin={LEAST}
      aria-valuemax={MOST}
      onKeyDown={onKeyDown}
      onPointerDown={onPointerDown}
    />
  );
}
