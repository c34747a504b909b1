// Copies htmx, the check sums and the fonts, unpacks the print fonts for the PDF, and gathers the used icons in one sprite.
import { copyFileSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import wawoff2 from "wawoff2";

const out = process.argv[2];
const modules = new URL("./node_modules/", import.meta.url).pathname;
mkdirSync(`${out}/static/fonts`, { recursive: true });
mkdirSync(`${out}/print-fonts`, { recursive: true });
mkdirSync(`${out}/templates/frame`, { recursive: true });

copyFileSync(`${modules}htmx.org/dist/htmx.min.js`, `${out}/static/htmx.min.js`);
copyFileSync(`${modules}js-sha256/build/sha256.min.js`, `${out}/static/sha256.min.js`);

for (const face of ["next", "mono"]) {
  const variable = `${modules}@fontsource-variable/atkinson-hyperlegible-${face}/files/atkinson-hyperlegible-${face}`;
  for (const subset of ["latin", "latin-ext"]) {
    copyFileSync(`${variable}-${subset}-wght-normal.woff2`, `${out}/static/fonts/${face}-${subset}.woff2`);
  }
  for (const weight of [400, 700]) {
    const file = `${modules}@fontsource/atkinson-hyperlegible-${face}/files/atkinson-hyperlegible-${face}-latin-${weight}-normal.woff2`;
    writeFileSync(`${out}/print-fonts/${face}-${weight}.ttf`, await wawoff2.decompress(readFileSync(file)));
  }
}

// Letters of other scripts, for names that customers bear; a printed sheet takes of each what it needs.
const scripts = {
  sans: ["latin", "latin-ext", "greek", "greek-ext", "cyrillic", "cyrillic-ext", "vietnamese", "devanagari"],
  "sans-hebrew": ["hebrew"],
  "sans-arabic": ["arabic"],
  "sans-sc": ["chinese-simplified"],
  "sans-jp": ["japanese"],
  "sans-kr": ["korean"],
};
for (const [family, subsets] of Object.entries(scripts)) {
  for (const subset of subsets) {
    for (const weight of [400, 700]) {
      const file = `${modules}@fontsource/noto-${family}/files/noto-${family}-${subset}-${weight}-normal.woff2`;
      writeFileSync(`${out}/print-fonts/script-${subset}-${weight}.ttf`, await wawoff2.decompress(readFileSync(file)));
    }
  }
}

const icons = readFileSync(new URL("./icons.txt", import.meta.url), "utf8").split(/\s+/).filter(Boolean);
const symbols = icons.map((name) => {
  const svg = readFileSync(`${modules}lucide-static/icons/${name}.svg`, "utf8");
  const body = svg.replace(/<!--.*?-->/gs, "").replace(/^[\s\S]*?<svg[^>]*>/, "").replace("</svg>", "").replace(/\s+/g, " ").trim();
  return `<symbol id="i-${name}" viewBox="0 0 24 24">${body}</symbol>`;
});
writeFileSync(
  `${out}/templates/frame/sprite.html`,
  `<svg xmlns="http://www.w3.org/2000/svg" width="0" height="0" class="sprite" aria-hidden="true">${symbols.join("")}</svg>`,
);
