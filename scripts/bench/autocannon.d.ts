/** The little of it that is used here; its own types are a package apart. */
declare module 'autocannon' {
  interface Result {
    non2xx: number;
    errors: number;
    requests: { total: number; average: number };
    duration: number;
  }
  export default function autocannon(options: {
    url: string;
    connections: number;
    duration: number;
    requests: { setupRequest(client: Record<string, unknown>): Record<string, unknown> }[];
  }): Promise<Result>;
}
