import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";

/**
 * What keeps somebody from using the page, by axe's rules.
 * @param tags the rules' groups; all of axe's own where left out
 */
export async function barriersOn(page: Page, tags?: readonly string[]) {
  const builder = new AxeBuilder({ page })
    // Of rules that a page keeps nothing is collected; a page of its own to gather frames' results is not opened, for no page
    // here has frames. Either takes as long as the rules.
    .options({ resultTypes: ["violations"] })
    .setLegacyMode(true);
  const { violations } = await (tags ? builder.withTags([...tags]) : builder).analyze();
  return violations;
}
