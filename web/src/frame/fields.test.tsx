import { act, cleanup, render } from "@testing-library/react";
import { afterEach, expect, it } from "vitest";
import { create } from "zustand";
import { fieldsOf } from "./fields";

afterEach(cleanup);

it("draws a component anew when a field that it names changes, and not for others", () => {
  const useStore = create(() => ({ shown: 1, elsewhere: 1 }));
  const useStoreOf = fieldsOf(useStore);
  let drawn = 0;
  function Shown() {
    drawn++;
    return <p>{useStoreOf("shown").shown}</p>;
  }
  const { container } = render(<Shown />);
  act(() => useStore.setState({ elsewhere: 2 }));
  expect(drawn).toBe(1);
  act(() => useStore.setState({ shown: 2 }));
  expect(drawn).toBe(2);
  expect(container.textContent).toBe("2");
});
