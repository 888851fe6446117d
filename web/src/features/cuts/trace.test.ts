import { expect, it } from "vitest";

import { readTrace } from "./trace";

it("reads what a machine or a spreadsheet writes, and leaves out lines that lack a figure", () => {
  expect(readTrace("\uFEFFT_s,load_percent,volts\r\n0,3,1\r\n0.1,,1\r\n0.2,4.5,1\r\n")).toEqual({ t_s: [0, 0.2], load_percent: [3, 4.5] });
  expect(readTrace("t_s;load_percent;rpm\n0,5;12,5;900\n")).toEqual({ t_s: [0.5], load_percent: [12.5], rpm: [900] });
});

it("says what a file lacks", () => {
  expect(() => readTrace("time,load\n0,1")).toThrow("needs a column t_s");
  expect(() => readTrace("t_s\n0")).toThrow("needs a column load_percent");
  expect(() => readTrace("")).toThrow("needs a column t_s");
  expect(() => readTrace("t_s,load_percent\nx,y")).toThrow("no line of figures");
});
