import { expect, type Page } from '@playwright/test';

/** A fresh session with a kit and the four-microphone set-up on the Floor, made as a person would. */
export async function placeFour(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New session' }).click();
  await page.getByRole('button', { name: 'Put it in the room' }).click();
  await page.getByRole('link', { name: 'Choose a set-up' }).first().click();
  await page.getByRole('listitem', { name: 'Kick, snare and a spaced pair' }).getByRole('button', { name: 'Place 4 microphones' }).click();
  await expect(page.getByRole('button', { name: /Overhead right microphone/ }).first()).toBeVisible();
}

export const station = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name: new RegExp(`^${name}`) });

/** The microphone on the plan (the first drawing), and on the elevation (the second). */
export const onPlan = (page: Page, name: string) =>
  page.getByRole('group', { name: 'Plan, from above' }).getByRole('button', { name: new RegExp(`^${name} microphone`) });
export const onSide = (page: Page, name: string) =>
  page.getByRole('group', { name: 'From the side' }).getByRole('button', { name: new RegExp(`^${name} microphone`) });
