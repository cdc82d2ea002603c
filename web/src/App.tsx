import { useEffect, useState } from "react";
import { HomePage } from "./home/HomePage";
import { PartPage } from "./part/PartPage";

/** Two pages: all parts, and one part. */
export function App() {
  const [path, setPath] = useState(location.pathname);
  useEffect(() => {
    const follow = () => setPath(location.pathname);
    window.addEventListener("popstate", follow);
    return () => window.removeEventListener("popstate", follow);
  }, []);
  const part = /^\/part\/(\d+)$/.exec(path);
  return part ? <PartPage id={Number(part[1])} /> : <HomePage />;
}
