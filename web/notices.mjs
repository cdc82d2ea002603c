// Writes dist/notices.txt: the packages that the page is made of, with their licences as they came with them, fonts too.
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";

const lock = JSON.parse(readFileSync("package-lock.json", "utf8")).packages;
const wanted = new Map();

function add(name, from) {
  // as node finds it: beside the package that asks for it, or further up
  let at = from;
  for (;;) {
    const path = join(at, "node_modules", name);
    if (lock[path]) {
      if (!wanted.has(path)) {
        wanted.set(path, name);
        Object.keys(lock[path].dependencies ?? {}).forEach((d) => add(d, path));
      }
      return;
    }
    if (!at) return;
    at = at.includes("node_modules") ? at.slice(0, at.lastIndexOf("node_modules")).replace(/[\\/]$/, "") : "";
  }
}

Object.keys(lock[""].dependencies).forEach((d) => add(d, ""));

const texts = [...wanted].sort(([a], [b]) => (a < b ? -1 : 1)).map(([path, name]) => {
  const facts = JSON.parse(readFileSync(join(path, "package.json"), "utf8"));
  const files = existsSync(path) ? readdirSync(path).filter((f) => /^(licen[cs]e|copying|notice)/i.test(f)) : [];
  const text = files.map((f) => readFileSync(join(path, f), "utf8").trim()).join("\n\n");
  return `${name} ${facts.version} (${facts.license})\n\n${text || "The package comes without the text of its licence."}`;
});

mkdirSync("dist", { recursive: true });
const rule = `\n\n${"-".repeat(72)}\n\n`;
writeFileSync("dist/notices.txt", `What the page of Tall Ember is made of, and under which licences\n\n${texts.join(rule)}\n`);
