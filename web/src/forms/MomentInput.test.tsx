import { fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { useState } from "react";
import { MomentInput } from "./MomentInput";

const ZONES = ["Europe/London", "America/New_York", "Asia/Kolkata", "Pacific/Chatham"];

function Form({ stored }: { stored: string }) {
  const [value, setValue] = useState<string | null>(stored);
  return (
    <>
      <MomentInput value={value ?? ""} label={{ "aria-label": "Seen" }} onEnter={setValue} />
      <output>{value ?? "blank"}</output>
    </>
  );
}

describe("MomentInput", () => {
  afterEach(() => {
    vi.unstubAllEnvs();
  });

  it.each(ZONES)("moves a stored moment by what was typed and no more, in %s", (zone) => {
    vi.stubEnv("TZ", zone);
    for (const stored of ["2026-03-31T14:10:00-05:00", "2026-12-31T23:59:00Z", "2026-07-01T00:00:00+09:30"]) {
      const { unmount } = render(<Form stored={stored} />);
      const box = screen.getByLabelText<HTMLInputElement>("Seen");
      const later = new Date(new Date(stored).getTime() + 60_000);
      const two = (part: number) => String(part).padStart(2, "0");
      const day = `${later.getFullYear()}-${two(later.getMonth() + 1)}-${two(later.getDate())}`;
      fireEvent.change(box, {
        target: { value: `${day}T${two(later.getHours())}:${two(later.getMinutes())}` },
      });
      const told = screen.getByRole("status").textContent;
      expect(told).toMatch(/^\d{4}-\d\d-\d\dT\d\d:\d\d:00[+-]\d\d:\d\d$/);
      expect(new Date(told).getTime()).toBe(later.getTime());
      unmount();
    }
  });

  it("shows seconds, leaves a year alone while it is typed, and can be emptied", () => {
    vi.stubEnv("TZ", "Europe/London");
    render(<Form stored="2026-03-31T14:10:37-05:00" />);
    const box = screen.getByLabelText<HTMLInputElement>("Seen");
    expect(box.value).toMatch(/^2026-03-31T20:10:37/);
    fireEvent.change(box, { target: { value: "0002-03-31T20:10" } });
    expect(box.value).toBe("0002-03-31T20:10");
    fireEvent.change(box, { target: { value: "" } });
    expect(screen.getByRole("status").textContent).toBe("blank");
  });
});
