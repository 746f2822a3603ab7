export default async function tearDown(): Promise<void> {
  await globalThis.testDatabase?.stop();
}
