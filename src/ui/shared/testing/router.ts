/** Paths that the components of a test led to, the last one last. */
export const pushed: string[] = [];
beforeEach(() => {
  pushed.length = 0;
});

/** Stands for `next/navigation`, whose router is there only where a page is. */
export const navigation = {
  ...jest.requireActual<object>('next/navigation'),
  useRouter: () => ({ push: (path: string) => pushed.push(path), refresh: () => undefined }),
};
