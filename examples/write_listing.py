#!/usr/bin/env python3
"""Writes a scene listing: python3 write_listing.py RESULT

`scene()` stands for your program: give every object an id that stays the same, its name, and what it hangs under.
"""
import json
import sys


def scene():
    """id, name, id of the parent, and whatever else is known: see docs/listing.md."""
    yield "{1b}", "trolley", None, {"kind": "group", "translation": [120, 0, 40]}
    yield "{2f}", "frame", "{1b}", {
        "kind": "mesh", "bounds": {"min": [-40, -20, 0], "max": [40, 20, 8]}, "faces": 212, "materials": ["steel"],
    }  # fmt: skip
    for n, x in enumerate((-30, 30)):
        yield f"{{3{n}}}", f"wheel {n}", "{1b}", {
            "kind": "mesh", "translation": [x, 0, -8], "bounds": {"min": [-8, -2, -8], "max": [8, 2, 8]},
            "faces": 640, "materials": ["rubber"], "layer": "Wheels", "attributes": {"lod": 1},
        }  # fmt: skip


def main(result_file):
    objects = [{"id": i, "name": name, "parent": parent, **more} for i, name, parent, more in scene()]
    listing = {"renquil": "listing/1", "metersPerUnit": 0.01, "up": "Z", "objects": objects}
    with open(result_file, "w", encoding="utf-8") as file:
        json.dump(listing, file, ensure_ascii=False, indent=1)


if __name__ == "__main__":
    if len(sys.argv) != 2:
        raise SystemExit(__doc__)
    main(sys.argv[1])
