/** Starts the product: its address, and how to end it. */
export function startProduct(options?: {
  readonly port?: number;
  readonly file?: string;
}): Promise<{ readonly url: string; close(): Promise<unknown> }>;
