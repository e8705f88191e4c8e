import { expect, test } from '@playwright/test';

test('opens with its name', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Cosmesis' })).toBeVisible();
});
