import type { NetRef } from '../wiring/netlist.ts';

export type Point = readonly [x: number, y: number];

/** What a drawn thing stands for: a click on it, or a live view, finds the part or lead by it. */
export type Owner =
  | { kind: 'part'; id: string; ref: NetRef }
  | { kind: 'conductor'; id: string; circuitId: string | null }
  | null;

/** Drawn by people and by the SVG writer alike: nothing here knows colours. */
export type Shape =
  | {
      t: 'line';
      owner: Owner;
      role: 'positive' | 'negative' | 'sense' | 'ink' | 'faint';
      points: Point[];
      /** Thickness on paper; for leads it says the gauge. */
      weight: number;
      /** Drawn over what it passes, with a gap on both sides. */
      bridges?: boolean;
    }
  | { t: 'box'; owner: Owner; x: number; y: number; w: number; h: number; role: 'part' | 'fuse' | 'battery' | 'frame' }
  | {
      t: 'ring';
      owner: Owner;
      x: number;
      y: number;
      r: number;
      role: 'part' | 'contact' | 'joint-positive' | 'joint-negative';
    }
  | {
      t: 'text';
      owner: Owner;
      x: number;
      y: number;
      anchor: 'start' | 'middle' | 'end';
      text: string;
      role: 'name' | 'value' | 'plain' | 'sign' | 'column' | 'warn';
    }
  /** Which way current flows on a lead. */
  | {
      t: 'arrow';
      owner: Owner;
      x: number;
      y: number;
      to: 'right' | 'left' | 'up' | 'down';
      role: 'positive' | 'negative';
    };

/** One row: the whole of it is one thing to press. */
export type Rung = {
  id: string;
  circuitId: string | null;
  /** Part that stands at its end. */
  endPart: string;
  y: number;
  top: number;
  height: number;
  x: number;
  width: number;
  say: string;
};

export type Schematic = { width: number; height: number; rungs: Rung[]; shapes: Shape[] };
