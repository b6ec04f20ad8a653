import type { Box } from '../box/schema.ts';
import type { BankNet } from './net-bank.ts';
import type { NetBuilder } from './net-builder.ts';
import type { MainNet } from './net-main.ts';
import type { MainPlan } from './types.ts';

/** What every piece of the netlist is built with. */
export type NetContext = {
  builder: NetBuilder;
  ends: MainNet;
  bank: BankNet;
  box: Box;
  main: MainPlan;
  tags: Readonly<Record<string, string>>;
};
