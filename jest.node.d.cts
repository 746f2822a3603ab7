export let testEnvironment: string;
export let setupFilesAfterEnv: string[];
export let testMatch: string[];
export let transform: {
  '^.+\\.m?[jt]s$': (
    | string
    | {
        jsc: { target: string; parser: { syntax: string }; transform: { useDefineForClassFields: boolean } };
        module: { type: string };
      }
  )[];
};
