/** Things that are joined, two by two. */
export class Groups {
  private readonly parent = new Map<string, string>();

  private root(node: string): string {
    let at = node;
    for (let up = this.parent.get(at); up !== undefined; up = this.parent.get(at)) at = up;
    return at;
  }

  join(one: string, other: string): void {
    const [first, second] = [this.root(one), this.root(other)];
    if (first !== second) this.parent.set(first, second);
  }

  same(one: string, other: string): boolean {
    return this.root(one) === this.root(other);
  }
}
