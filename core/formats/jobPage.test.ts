import { describe, expect, test } from "@jest/globals";
import { jobPage } from "./jobPage.ts";

const page = (more: Partial<Parameters<typeof jobPage>[0]> = {}) =>
  jobPage({
    title: ["Job 0147"],
    complaint: "Cold.",
    said: [],
    table: [["Check", "Result"]],
    files: [],
    ...more,
  });

describe("a job's page of its own", () => {
  test("says that nothing is recorded where nothing is, and has no empty headings", () => {
    expect(page()).toContain("Nothing is recorded yet.");
    expect(page()).not.toContain("<table>");
    expect(page()).not.toContain("Photographs");
  });

  test("has a row a finding under its heads", () => {
    const html = page({
      table: [
        ["Check", "Result"],
        ["P4.3 to N", "229 V"],
      ],
    });
    expect(html).toContain("<th>Check</th><th>Result</th>");
    expect(html).toContain("<td>P4.3 to N</td><td>229 V</td>");
    expect(html).not.toContain("Nothing is recorded");
  });

  test("shows pictures with what they are of, and leads to papers", () => {
    const html = page({
      files: [
        { path: "files/a.jpg", text: "plug.jpg: P4.3 to N", isPicture: true },
        { path: "files/b.pdf", text: "drawing.pdf", isPicture: false },
      ],
    });
    expect(html).toContain('<img src="files/a.jpg" alt="plug.jpg: P4.3 to N">');
    expect(html).toContain('<a href="files/b.pdf">drawing.pdf</a>');
    expect(html).not.toContain('<img src="files/b.pdf"');
  });

  test("lets nothing that was typed become markup", () => {
    const nasty = `"><script>alert('1')</script>&`;
    const html = page({
      title: [nasty],
      complaint: nasty,
      said: [nasty],
      table: [[nasty], [nasty]],
      files: [{ path: nasty, text: nasty, isPicture: true }],
    });
    expect(html).not.toContain("<script");
    expect(html.match(/&quot;&gt;&lt;script&gt;alert\(&#39;1&#39;\)&lt;\/script&gt;&amp;/gu)).toHaveLength(9);
  });
});

test("in another language the program's words are said in it, and the complaint stays as it was written", () => {
  const page = jobPage(
    {
      title: ["Job 0147", "Unit <1>"],
      complaint: "Findings",
      said: ["No call has been made."],
      table: [["At"], ["Findings"]],
      files: [{ path: "files/a.png", text: "looks burnt", isPicture: true }],
    },
    {
      language: "de",
      say: (text) => (text === "Findings" ? "Befunde" : text === "At" ? "Bei <hier>" : text),
    },
  );
  expect(page).toContain('<html lang="de">');
  expect(page).toContain("<strong>Findings</strong>");
  expect(page).toContain("<h2>Befunde</h2>");
  expect(page).toContain("<th>Bei &lt;hier&gt;</th>");
  expect(page).toContain("<td>Befunde</td>");
});
