import { useEffect, useState } from "react";

/** Switches between light and dark; at first it is as the browser is. */
export function Theme() {
  const [isDark, setDark] = useState(() => matchMedia("(prefers-color-scheme: dark)").matches);
  useEffect(() => {
    document.documentElement.dataset["theme"] = isDark ? "dark" : "light";
  }, [isDark]);
  return <button aria-pressed={isDark} onClick={() => setDark(!isDark)}>{isDark ? "Light" : "Dark"}</button>;
}
