import { test } from '@playwright/test';
import { walkScreens } from '../good-for-everyone';
import { SCREENS } from '../screens';

test('nothing serious on what a wide window lays out in another way, day or night', async ({ page }) => {
  test.setTimeout(300_000);
  await walkScreens(page, {
    size: { width: 1280, height: 800 },
    screens: SCREENS.filter(({ wide }) => wide),
    door: true,
  });
});
