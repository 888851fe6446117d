// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import type { ReactElement } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import { api, Lost, Refused } from "../api/client";
import { INCH, METRIC } from "../job/units";
import { Units } from "../job/useUnits";
import { KeepForm } from "./KeepForm";
import { LengthField } from "./LengthField";
import { NumberField } from "./NumberField";

let units = METRIC;

beforeEach(() => {
  units = METRIC;
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const shown = (field: ReactElement) =>
  render(field, {
    wrapper: ({ children }) => (
      <QueryClientProvider client={new QueryClient()}>
        <Units value={units}>{children}</Units>
      </QueryClientProvider>
    ),
  });
const refused = (message: string) => new Refused(422, [{ field: "hole.depth_mm", message }]);
const reads = (value: number) => vi.spyOn(api, "read").mockResolvedValue({ text: "", value, echo: "", near: [] } as never);

describe("a length in a line of words", () => {
  it("is read by the server in any notation, and taken when it is left", async () => {
    const read = reads(19.05);
    const onLength = vi.fn();
    shown(<LengthField label="deep" path="hole.depth_mm" value_mm={20} onLength={onLength} />);
    const field = screen.getByLabelText("deep");
    expect((field as HTMLInputElement).value).toBe("20 mm");
    fireEvent.change(field, { target: { value: "3/4 in" } });
    fireEvent.blur(field);
    await waitFor(() => expect(onLength).toHaveBeenCalledWith(19.05));
    expect(read).toHaveBeenCalledWith("hole.depth_mm", "3/4 in", "metric");
  });

  it("is shown and read on the user's side", async () => {
    units = INCH;
    const read = reads(12.7);
    shown(<LengthField label="deep" path="hole.depth_mm" value_mm={25.4} onLength={vi.fn()} />);
    const field = screen.getByLabelText("deep");
    expect((field as HTMLInputElement).value).toBe("1 in");
    fireEvent.change(field, { target: { value: "0.5" } });
    fireEvent.keyDown(field, { key: "Enter" });
    await waitFor(() => expect(read).toHaveBeenCalledWith("hole.depth_mm", "0.5", "inch"));
  });

  it("stays as it was typed where it will not do, with what is accepted, until it is changed or let go", async () => {
    vi.spyOn(api, "read").mockRejectedValue(refused("accepted: 0.05 to 5000 mm"));
    const onLength = vi.fn();
    shown(<LengthField label="deep" path="hole.depth_mm" value_mm={20} onLength={onLength} />);
    const field = screen.getByLabelText("deep") as HTMLInputElement;
    fireEvent.change(field, { target: { value: "very" } });
    fireEvent.blur(field);
    expect((await screen.findByRole("alert")).textContent).toBe("accepted: 0.05 to 5000 mm");
    expect([field.value, field.getAttribute("aria-invalid")]).toEqual(["very", "true"]);
    expect(onLength).not.toHaveBeenCalled();
    fireEvent.keyDown(field, { key: "Escape" });
    expect([field.value, screen.queryByRole("alert")]).toEqual(["20 mm", null]);
  });

  it("loses nothing when the server does not answer", async () => {
    vi.spyOn(api, "read").mockRejectedValue(new Lost("the server does not answer"));
    shown(<LengthField label="deep" path="hole.depth_mm" value_mm={20} onLength={vi.fn()} />);
    const field = screen.getByLabelText("deep") as HTMLInputElement;
    fireEvent.change(field, { target: { value: "31" } });
    fireEvent.blur(field);
    expect((await screen.findByRole("alert")).textContent).toContain("Nothing is lost");
    expect(field.value).toBe("31");
  });

  it("emptied says nothing where that may be said, and is no length where it may not", async () => {
    const [onEmpty, onLength] = [vi.fn(), vi.fn()];
    const read = vi.spyOn(api, "read").mockRejectedValue(refused("is needed"));
    const { rerender } = shown(<LengthField label="edge" path="hole.edge_distance_mm" value_mm={20} onEmpty={onEmpty} onLength={onLength} />);
    fireEvent.change(screen.getByLabelText("edge"), { target: { value: "" } });
    fireEvent.blur(screen.getByLabelText("edge"));
    expect(onEmpty).toHaveBeenCalledOnce();
    expect(read).not.toHaveBeenCalled();
    rerender(<LengthField label="edge" path="hole.edge_distance_mm" value_mm={20} onLength={onLength} />);
    fireEvent.change(screen.getByLabelText("edge"), { target: { value: "" } });
    fireEvent.blur(screen.getByLabelText("edge"));
    await screen.findByRole("alert");
    expect(onLength).not.toHaveBeenCalled();
  });
});

describe("a bare number", () => {
  const typed = (text: string, whole = false) => {
    const onNumber = vi.fn();
    render(<NumberField label="how many" value={4} low={1} high={400} whole={whole} onNumber={onNumber} />);
    const field = screen.getByLabelText("how many");
    fireEvent.change(field, { target: { value: text } });
    fireEvent.blur(field);
    return onNumber;
  };

  it("takes a comma for a point", () => {
    expect(typed("2,5")).toHaveBeenCalledWith(2.5);
  });

  it.each(["", "0", "401", "many", "NaN"])("refuses %j and says what is accepted", (text) => {
    expect(typed(text)).not.toHaveBeenCalled();
    expect(screen.getByRole("alert").textContent).toContain("1 to 400");
  });

  it("wants whole ones where parts make no sense", () => {
    expect(typed("2.5", true)).not.toHaveBeenCalled();
    expect(screen.getByRole("alert").textContent).toContain("a whole number");
  });
});

describe("keeping under a name", () => {
  const form = (onKeep: (name: string, note: string, again: boolean) => Promise<void>, already?: string) => {
    const onOpenChange = vi.fn();
    render(<KeepForm label="Keep this plan" name="Rail clips" note="" already={already} onKeep={onKeep} open onOpenChange={onOpenChange} />);
    return onOpenChange;
  };

  it("keeps what was typed and closes", async () => {
    const onKeep = vi.fn().mockResolvedValue(undefined);
    const onOpenChange = form(onKeep);
    fireEvent.change(screen.getByLabelText("Name"), { target: { value: "Rail clips, port side" } });
    fireEvent.change(screen.getByLabelText("Note"), { target: { value: "mind the weld" } });
    fireEvent.submit(screen.getByLabelText("Name").closest("form") as HTMLFormElement);
    await waitFor(() => expect(onKeep).toHaveBeenCalledWith("Rail clips, port side", "mind the weld", false));
    await waitFor(() => expect(onOpenChange).toHaveBeenCalledWith(false));
  });

  it("stays open with what went wrong, and what was typed", async () => {
    const onOpenChange = form(vi.fn().mockRejectedValue(refused("there is one of that name")));
    fireEvent.change(screen.getByLabelText("Name"), { target: { value: "again" } });
    fireEvent.submit(screen.getByLabelText("Name").closest("form") as HTMLFormElement);
    expect((await screen.findByRole("alert")).textContent).toBe("there is one of that name");
    expect((screen.getByLabelText("Name") as HTMLInputElement).value).toBe("again");
    expect(onOpenChange).not.toHaveBeenCalled();
  });

  it("offers the place of what it came from only where it came from something", () => {
    form(vi.fn());
    expect(screen.queryByRole("button", { name: /in the place of/ })).toBeNull();
    cleanup();
    form(vi.fn(), "Rail clips");
    expect(screen.getByRole("button", { name: "Keep in the place of “Rail clips”" })).toBeTruthy();
    expect(screen.getByRole("button", { name: "Keep as another" })).toBeTruthy();
  });
});
