import { type Locator, expect as withPage } from '@playwright/test';

/**
 * What is waited for until it can be seen. The usual one describes the whole page at each look in vain, for its message should it
 * never come: on our screens longer work than what is waited for.
 */
export const expect = withPage.extend({
  async toBeVisible(locator: Locator, options?: { timeout?: number }) {
    const timeout = options?.timeout ?? this.timeout;
    try {
      await locator.waitFor({ state: this.isNot ? 'hidden' : 'visible', timeout });
      return { pass: !this.isNot, message: () => '' };
    } catch (error) {
      return { pass: this.isNot, message: () => String(error) };
    }
  },
});
