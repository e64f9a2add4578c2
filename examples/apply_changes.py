#!/usr/bin/env python3
"""Applies a change list to a scene listing: python3 apply_changes.py LISTING CHANGES RESULT

What stands here for the listing is what stands in your program for its scene: replace what the
functions do to `objects` by calls of that program, and the list is run there. Only the standard
library is used. What each change says: docs/files.md, "Change list".
"""
import json
import sys

IDENTITY = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1]


def multiply(a, b):
    """Column-major 4 x 4 matrices: a after b."""
    return [sum(a[4 * k + row] * b[4 * col + k] for k in range(4)) for col in range(4) for row in range(4)]


def inverse(m):
    """Of a transform; the identity where it has none."""
    x, y, z, t = m[0:3], m[4:7], m[8:11], m[12:15]
    cross = lambda a, b: [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]
    rows = [cross(y, z), cross(z, x), cross(x, y)]
    det = sum(x[i] * rows[0][i] for i in range(3))
    if det == 0:
        return IDENTITY
    rows = [[n / det for n in row] for row in rows]
    move = [-sum(row[i] * t[i] for i in range(3)) for row in rows]
    return [n for col in range(3) for n in (rows[0][col], rows[1][col], rows[2][col], 0)] + move + [1]


def matrix_of(o):
    if "matrix" in o:
        return o["matrix"]
    x, y, z, w = o.get("rotation", [0, 0, 0, 1])
    sx, sy, sz = o.get("scale", [1, 1, 1])
    return [
        (1 - 2 * (y * y + z * z)) * sx, 2 * (x * y + z * w) * sx, 2 * (x * z - y * w) * sx, 0,
        2 * (x * y - z * w) * sy, (1 - 2 * (x * x + z * z)) * sy, 2 * (y * z + x * w) * sy, 0,
        2 * (x * z + y * w) * sz, 2 * (y * z - x * w) * sz, (1 - 2 * (x * x + y * y)) * sz, 0,
        *o.get("translation", [0, 0, 0]), 1,
    ]  # fmt: skip


class Scene:
    def __init__(self, objects):
        # An object's number is its place in the listing, from 1; new ones bring their own.
        self.objects = {i + 1: dict(o) for i, o in enumerate(objects)}
        number = {o["id"]: i + 1 for i, o in enumerate(objects)}
        self.parent = {i: number.get(o["parent"]) for i, o in self.objects.items()}
        self.children = {None: []}
        for i, parent in self.parent.items():
            self.children.setdefault(parent, []).append(i)
        self.ids = set(number)
        if any("world" in o for o in objects):
            self.localize()

    def walk(self):
        stack = list(reversed(self.children[None]))
        while stack:
            i = stack.pop()
            yield i
            stack.extend(reversed(self.children.get(i, [])))

    def localize(self):
        """Places in the world become places below the parent, so that moving needs no more than that."""
        worlds = {None: IDENTITY}
        for i in self.walk():
            o, above = self.objects[i], worlds[self.parent[i]]
            if "world" in o:
                worlds[i] = o.pop("world")
                o["matrix"] = multiply(inverse(above), worlds[i])
            else:
                worlds[i] = multiply(above, matrix_of(o))

    def hang(self, i, under, after):
        siblings = self.children.setdefault(under, [])
        siblings.insert(0 if after is None else siblings.index(after) + 1, i)
        self.parent[i] = under

    def place(self, i, transform):
        o = self.objects[i]
        for key in ("translation", "rotation", "scale", "matrix"):
            o.pop(key, None)
        if "m" in transform:
            o["matrix"] = transform["m"]
        else:
            o.update(translation=transform["t"], rotation=transform["r"], scale=transform["s"])

    def run(self, change):
        op, i = change["op"], change.get("object")
        if op == "create":
            new = i
            while new in self.ids:
                new += 1000000
            self.ids.add(new)
            self.objects[i] = {"id": new, "name": change["name"], "parent": None, "kind": change.get("kind", "group")}
            self.hang(i, change["under"], change["after"])
            if "local" in change:
                self.place(i, change["local"])
        elif op == "move":
            self.expect(change, self.parent[i])
            self.children[self.parent[i]].remove(i)
            self.hang(i, change["under"], change["after"])
        elif op == "transform":
            self.place(i, change["to"])
        elif op == "rename":
            self.expect(change, self.objects[i]["name"])
            self.objects[i]["name"] = change["to"]
        elif op == "remove":
            for i in change["objects"]:
                self.expect(change, self.objects[i]["name"])
                self.children[self.parent[i]].remove(i)
                branch = [i]
                while branch:
                    gone = branch.pop()
                    branch.extend(self.children.pop(gone, []))
                    del self.objects[gone]
        elif op == "set":
            self.set(self.objects[i], change)
        elif op == "rename-material":
            for o in self.objects.values():
                if change["was"] in o.get("materials", []):
                    o["materials"] = [change["to"] if m == change["was"] else m for m in o["materials"]]
        else:
            raise SystemExit(f"there is no change {op!r} in a list of this kind")

    def set(self, o, change):
        field, value = change["field"], change["value"]
        if field.startswith("attr."):
            holder, key, default = o.setdefault("attributes", {}), field[5:], None
        elif field == "layer":
            holder, key, default = o, "layer", "Base"
        elif field == "shown":
            holder, key, default = o, "visible", True
        elif field == "mark":
            holder, key, default = o.setdefault("renquil", {}), "mark", None
        else:
            holder, key, default = o.setdefault("renquil", {}).setdefault("switches", {}), field, True
        self.expect(change, holder.get(key, default))
        if value == default:
            holder.pop(key, None)
        else:
            holder[key] = value

    def expect(self, change, now):
        """The scene must be what the list was made for: better to stop than to rename the wrong thing."""
        if "was" in change and change["was"] != now:
            raise SystemExit(f"{change.get('path', change)}: was to be {change['was']!r}, and is {now!r}")

    def listed(self):
        for i in self.walk():
            o, parent = self.objects[i], self.parent[i]
            o["parent"] = None if parent is None else self.objects[parent]["id"]
            yield o


def main(listing_file, changes_file, result_file):
    with open(listing_file, encoding="utf-8") as file:
        listing = json.load(file)
    with open(changes_file, encoding="utf-8") as file:
        changes = json.load(file)
    scene = Scene(listing["objects"])
    for change in changes["changes"]:
        scene.run(change)
    listing["objects"] = list(scene.listed())
    with open(result_file, "w", encoding="utf-8") as file:
        json.dump(listing, file, ensure_ascii=False)
    print(f"{len(changes['changes'])} changes, {len(listing['objects'])} objects")


if __name__ == "__main__":
    if len(sys.argv) != 4:
        raise SystemExit(__doc__)
    main(*sys.argv[1:])
