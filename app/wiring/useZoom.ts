import { select, zoom, zoomIdentity, type D3ZoomEvent, type ZoomBehavior } from "d3";
import { useCallback, useEffect, useRef } from "react";

export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Scales under which values and pins would be too small to read. */
const FAR = 0.5;
const NEAR = 0.8;
const LEAST = 0.12;
const MOST = 3;

/**
 * Zoom and pan of a drawing in its frame: wheel, pinch and drag. The drawing moves as one picture while it is moved,
 * and is drawn sharp again when it rests.
 */
export function useZoom() {
  const frame = useRef<HTMLDivElement>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const behaviour = useRef<ZoomBehavior<HTMLDivElement, unknown>>(undefined);

  useEffect(() => {
    const element = frame.current;
    if (!element) return;
    const zoomed = zoom<HTMLDivElement, unknown>()
      .scaleExtent([LEAST, MOST])
      .on("start", () => sheet.current?.style.setProperty("will-change", "transform"))
      .on("zoom", ({ transform: { x, y, k } }: D3ZoomEvent<HTMLDivElement, unknown>) => {
        sheet.current?.style.setProperty("transform", `translate(${x}px,${y}px) scale(${k})`);
        // From afar names only, and larger; then values; pins from near by.
        element.dataset["zoom"] = k < FAR ? "far" : k < NEAR ? "middle" : "near";
      })
      .on("end", () => sheet.current?.style.removeProperty("will-change"));
    behaviour.current = zoomed;
    select(element).call(zoomed).on("dblclick.zoom", null);
    return () => {
      select(element).on(".zoom", null);
    };
  }, []);

  /** Shows a box of the drawing, as large as the frame allows but not above `most`. */
  const show = useCallback((box: Box, most = 1.4) => {
    const element = frame.current;
    if (!element || !behaviour.current) return;
    const { clientWidth, clientHeight } = element;
    const margin = 32;
    const k = Math.max(
      LEAST,
      Math.min(most, (clientWidth - margin) / box.width, (clientHeight - margin) / box.height),
    );
    const x = clientWidth / 2 - k * (box.x + box.width / 2);
    const y = clientHeight / 2 - k * (box.y + box.height / 2);
    behaviour.current.transform(select(element), zoomIdentity.translate(x, y).scale(k));
  }, []);

  const scaleBy = useCallback((factor: number) => {
    if (frame.current && behaviour.current) behaviour.current.scaleBy(select(frame.current), factor);
  }, []);

  return { frame, sheet, show, scaleBy };
}
