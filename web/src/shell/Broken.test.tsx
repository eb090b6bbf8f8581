import { render, screen } from "@testing-library/react";
import { createMemoryRouter, RouterProvider } from "react-router";
import { expect, it, vi } from "vitest";
import { Broken } from "./Broken";

it("stands in the place of a page that has broken, and says how to go on", async () => {
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  const Page = () => {
    throw new Error("the cells are not present");
  };
  const router = createMemoryRouter([{ path: "/", element: <Page />, errorElement: <Broken /> }]);
  render(<RouterProvider router={router} />);
  expect((await screen.findByRole("alert")).textContent).toContain("the cells are not present");
  expect(screen.getByRole("button", { name: "Reload" })).toBeDefined();
});
