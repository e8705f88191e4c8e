import { type Page, test as withOwnProfile } from '@playwright/test';

/**
 * For tests that need no profile of their own: the page stays open from one to the next, as it stays open all day in a workshop,
 * and openFresh puts the demo back into it as its reset does. A page whose test failed is not used again.
 */
export const test = withOwnProfile.extend<object, { kept: { page: Page | null } }>({
  kept: [
    // biome-ignore lint/correctness/noEmptyPattern: the form that fixtures have
    async ({}, use) => {
      const kept = { page: null };
      await use(kept);
    },
    { scope: 'worker' },
  ],
  page: async ({ browser, kept, viewport }, use, info) => {
    kept.page ??= await (await browser.newContext()).newPage();
    const { page } = kept;
    if (viewport) await page.setViewportSize(viewport);
    await page.emulateMedia({ colorScheme: 'light' });
    await use(page);
    if (info.status === info.expectedStatus) return;
    kept.page = null;
    await page.context().close();
  },
});
