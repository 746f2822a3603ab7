import { test } from '@playwright/test';
import { lookAtSignIn, type View, walkScreens } from '../good-for-everyone';
import { SCREENS } from '../screens';

const WIDE: readonly View[] = (['light', 'dark'] as const).map((theme) => ({ width: 1280, height: 800, theme }));

test('nothing serious on what a wide window lays out in another way, day or night', async ({ page }) => {
  test.setTimeout(300_000);
  for (const view of WIDE) await lookAtSignIn(page, view);
  const screens = SCREENS.filter(({ wide }) => wide);
  await walkScreens(
    page,
    WIDE.flatMap((view) => screens.map((screen) => ({ screen, view }))),
  );
});
