import { describe, expect, it } from "vitest";

import { at } from "../../job/fields";
import { type Board, opened, reduce, same, setAt } from "./model";

const board: Board = { spec: { name: "B1", spindle: { stages: [{ speed_rpm: 500 }, { speed_rpm: 900 }] } }, extra: { note: "" } };

describe("a record on the board", () => {
  it("is read and written by path, lists and missing objects too, and never in place", () => {
    const before = structuredClone(board.spec);
    const after = setAt(board.spec, "spindle.stages.1.speed_rpm", 1000);
    expect(at(after, "spindle.stages.1.speed_rpm")).toBe(1000);
    expect(at(setAt(board.spec, "feed.kind", "servo"), "feed.kind")).toBe("servo");
    expect(at(setAt(board.spec, "spindle.train.0.motor_pulley_mm", 50), "spindle.train.0.motor_pulley_mm")).toBe(50);
    expect(setAt(board.spec, "name", null)).not.toHaveProperty("name");
    expect(board.spec).toEqual(before);
  });

  it("is undone and redone step by step, several fields at once being one step", () => {
    let draft = reduce(opened(board), {
      do: "set",
      values: [
        ["name", "B2"],
        ["stroke_mm", 70],
      ],
    });
    draft = reduce(draft, { do: "extra", name: "note", value: "by the door" });
    draft = reduce(draft, { do: "undo" });
    expect(draft.now.extra.note).toBe("");
    draft = reduce(draft, { do: "undo" });
    expect(same(draft.now, board)).toBe(true);
    draft = reduce(reduce(draft, { do: "redo" }), { do: "redo" });
    expect([draft.now.spec.name, draft.now.extra.note]).toEqual(["B2", "by the door"]);
    expect(reduce(draft, { do: "redo" })).toBe(draft);
  });

  it("keeps what is typed until it reads, and what is wrong with it until it is typed again", () => {
    let draft = reduce(opened(board), { do: "text", path: "stroke_mm", text: "ninety" });
    draft = reduce(draft, { do: "wrong", path: "stroke_mm", words: "is not a figure" });
    expect(draft.texts.stroke_mm).toBe("ninety");
    draft = reduce(draft, { do: "text", path: "stroke_mm", text: "90" });
    expect(draft.wrong).toEqual({});
    expect(reduce(draft, { do: "set", values: [["stroke_mm", 90]] }).texts).toEqual({});
  });

  it("is the same board however its fields are ordered, and whether nothing is left out or null", () => {
    expect(same({ spec: { b: 1, a: { d: null, c: 2 } }, extra: {} }, { spec: { a: { c: 2 }, b: 1 }, extra: {} })).toBe(true);
    expect(same({ spec: { a: [1, 2] }, extra: {} }, { spec: { a: [2, 1] }, extra: {} })).toBe(false);
  });
});
