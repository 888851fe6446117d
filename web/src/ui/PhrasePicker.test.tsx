import { cleanup, render, screen } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";

import { PhrasePicker } from "./PhrasePicker";

afterEach(cleanup);

const nothing = (): void => undefined;

it("draws a closed phrase anew only when it reads otherwise, and an open one with what is in it now", () => {
  const drawn = vi.fn();
  const Inside = ({ what }: { what: string }) => {
    drawn();
    return <p>{what}</p>;
  };
  const shown = (text: string, what: string, open = false) => (
    <PhrasePicker label="speed" text={text} open={open} onOpenChange={nothing}>
      <Inside what={what} />
    </PhrasePicker>
  );
  const page = render(shown("640 rpm", "first"));
  const button = screen.getByRole("button");
  page.rerender(shown("640 rpm", "second"));
  expect(button.textContent).toBe("640 rpm");
  page.rerender(shown("900 rpm", "third"));
  expect(button.textContent).toBe("900 rpm");
  expect(drawn).not.toHaveBeenCalled();
  page.rerender(shown("900 rpm", "fourth", true));
  expect(screen.getByText("fourth")).toBeTruthy();
  page.rerender(shown("900 rpm", "fifth", true));
  expect(screen.getByText("fifth")).toBeTruthy();
  expect(screen.queryByText("fourth")).toBeNull();
  page.rerender(shown("900 rpm", "sixth"));
  expect(screen.queryByText("sixth")).toBeNull();
});

it("takes another way to open it", () => {
  const first = vi.fn();
  const second = vi.fn();
  const page = render(
    <PhrasePicker label="speed" text="640 rpm" open={false} onOpenChange={first}>
      <p>inside</p>
    </PhrasePicker>,
  );
  page.rerender(
    <PhrasePicker label="speed" text="640 rpm" open={false} onOpenChange={second}>
      <p>inside</p>
    </PhrasePicker>,
  );
  screen.getByRole("button").click();
  expect(first).not.toHaveBeenCalled();
  expect(second).toHaveBeenCalledWith(true);
});
