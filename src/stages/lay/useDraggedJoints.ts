'use client';
import { useRef, type PointerEvent } from 'react';

/** Joints on a strip, dragged by a finger or a mouse; `scale` is pixels a millimetre of the strip's own drawing. */
export function useDraggedJoints(scale: number, move: (joint: number, to: number) => void) {
  const held = useRef<number | null>(null);
  return {
    handle: (joint: number) => ({
      onPointerDown: (event: PointerEvent<SVGGElement>) => {
        held.current = joint;
        event.currentTarget.ownerSVGElement?.setPointerCapture(event.pointerId);
      },
    }),
    surface: {
      style: { touchAction: 'none' } as const,
      onPointerMove: (event: PointerEvent<SVGSVGElement>) => {
        if (held.current === null) return;
        const box = event.currentTarget.getBoundingClientRect();
        const own = event.currentTarget.viewBox.baseVal.width || box.width;
        move(held.current, Math.round(((event.clientX - box.left) * own) / box.width / scale));
      },
      onPointerUp: () => {
        held.current = null;
      },
    },
  };
}
