/** The tests that Brindlemere gave, gives and will give. */
import type { StaffName } from './people';

export interface Plan {
  title: string;
  kind: 'quiz' | 'test' | 'worksheet';
  by: StaffName;
  classes: string[];
  /** Standards to take items from, in order. */
  standards: string[];
  items: number;
  directions: string;
  limitMinutes: number | null;
  /** School days from today, and times on the wall. */
  opens: [days: number, time: string];
  closes: [days: number, time: string];
  state: 'sat' | 'open' | 'coming';
  /** Who may find the test on the shelf; its teacher alone unless it says more. */
  reach?: 'school' | 'everybody';
}

export const plans: Plan[] = [
  {
    title: 'Ratios and unit rates', kind: 'test', by: 'holloway', classes: ['6B', '6D'], standards: ['MA.6.RAT.1', 'MA.6.RAT.2'], items: 12,
    directions: 'Work alone. Scratch paper is allowed, calculators are not.', limitMinutes: 30, opens: [-3, '08:00'], closes: [-2, '15:30'], state: 'sat',
  },
  {
    title: 'Fractions, signs and expressions', kind: 'quiz', by: 'holloway', classes: ['6B', '6D'], standards: ['MA.6.NUM.1', 'MA.6.NUM.2', 'MA.6.ALG.1', 'MA.6.DAT.1'], items: 9,
    directions: '', limitMinutes: 20, opens: [-10, '08:00'], closes: [-9, '15:30'], state: 'sat',
  },
  {
    title: 'Negative numbers and proportion', kind: 'test', by: 'holloway', classes: ['7A'], standards: ['MA.7.NUM.1', 'MA.7.RAT.1', 'MA.7.RAT.2', 'MA.7.ALG.1', 'MA.7.GEO.1', 'MA.7.DAT.1', 'MA.6.NUM.2'], items: 9,
    directions: 'Show your work on paper; only the answers are typed here.', limitMinutes: 35, opens: [-6, '09:00'], closes: [-6, '15:00'], state: 'sat',
  },
  {
    title: 'Rocks, water and wind', kind: 'test', by: 'lindqvist', classes: ['6F'], standards: ['ES.6.ROC.1', 'ES.6.WAT.1', 'ES.6.WEA.1', 'ES.6.TIM.1'], items: 9,
    directions: '', limitMinutes: 25, opens: [-4, '08:00'], closes: [-3, '16:00'], state: 'sat', reach: 'school',
  },
  {
    title: 'Maps, rivers and towns', kind: 'test', by: 'nwosu', classes: ['8C'], standards: ['GE.8.MAP.1', 'GE.8.LAN.1', 'GE.8.PEO.1', 'GE.8.RES.1', 'GE.7.MAP.1', 'GE.6.LAN.1', 'GE.6.PEO.1'], items: 11,
    directions: '', limitMinutes: 30, opens: [-5, '08:00'], closes: [-4, '16:00'], state: 'sat', reach: 'everybody',
  },
  {
    title: 'The rope ferry', kind: 'quiz', by: 'castellano', classes: ['5E'], standards: ['RE.5.IDE.1', 'RE.5.INF.1', 'RE.6.INF.1', 'RE.6.IDE.1', 'RE.5.WOR.1', 'RE.5.ARG.1'], items: 8,
    directions: 'Read the text twice before you answer.', limitMinutes: null, opens: [-8, '08:00'], closes: [-7, '16:00'], state: 'sat', reach: 'school',
  },
  {
    title: 'Percent and rates, second look', kind: 'quiz', by: 'holloway', classes: ['6D'], standards: ['MA.6.RAT.3', 'MA.6.RAT.2'], items: 8,
    directions: '', limitMinutes: 20, opens: [-1, '08:00'], closes: [2, '14:30'], state: 'open',
  },
  {
    title: 'Equations and scale drawings', kind: 'test', by: 'holloway', classes: ['7A'], standards: ['MA.7.ALG.1', 'MA.7.GEO.1', 'MA.7.RAT.1', 'MA.7.DAT.1', 'MA.7.RAT.2'], items: 5,
    directions: '', limitMinutes: 30, opens: [5, '09:00'], closes: [5, '15:00'], state: 'coming',
  },
]; // prettier-ignore

/** Written work that waits for its teacher's mark. */
export const written: Plan = {
  title: 'Building on the flood plain', kind: 'worksheet', by: 'nwosu', classes: ['8C'], standards: ['GE.8.LAN.1'], items: 1,
  directions: 'Write whole sentences.', limitMinutes: null, opens: [-2, '08:00'], closes: [-1, '16:00'], state: 'sat',
}; // prettier-ignore
