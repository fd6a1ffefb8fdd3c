"""Draws a zero without a slash for running text, one small font a weight.

The zero is the letter O of the same typeface, as narrow as the slashed zero and with stems as strong as its own.
Run it again when the typeface changes: python plain-zero.py FOLDER, where FOLDER holds the static TTFs.
Needs fonttools. The result is under the license of the typeface (OFL.txt).
"""

import sys
from fontTools import subset
from fontTools.pens.recordingPen import DecomposingRecordingPen
from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.ttLib import TTFont

WEIGHTS = {400: "Regular", 500: "Medium", 600: "SemiBold", 700: "Bold"}
NAME = "AtkinsonHyperlegibleNext"


def contours(font, glyph):
    pen = DecomposingRecordingPen(font.getGlyphSet())
    font.getGlyphSet()[glyph].draw(pen)
    out = []
    for op, args in pen.value:
        if op == "moveTo":
            out.append([])
        out[-1].append((op, args))
    return out


def box(contour):
    points = [p for _, args in contour for p in args if p]
    xs, ys = [x for x, _ in points], [y for _, y in points]
    return min(xs), min(ys), max(xs), max(ys)


def fitted(contour, to):
    (l, b, r, t), (l2, b2, r2, t2) = box(contour), to
    def move(p):
        return p and (round(l2 + (p[0] - l) * (r2 - l2) / (r - l)), round(b2 + (p[1] - b) * (t2 - b2) / (t - b)))
    return [(op, tuple(move(p) for p in args)) for op, args in contour]


for weight, style in WEIGHTS.items():
    font = TTFont(f"{sys.argv[1]}/{weight}{style}/{NAME}_{weight}{style}.ttf")
    wide = lambda c: box(c)[2] - box(c)[0]
    letter = sorted(contours(font, "O"), key=wide)
    zero = sorted(contours(font, "zero.tf"), key=wide)
    outer = box(zero[-1])
    # The two halves of the slashed counter together are as wide and high as the plain one.
    inner = [f(box(c)[i] for c in zero[:-1]) for i, f in enumerate((min, min, max, max))]
    pen = TTGlyphPen(None)
    for contour, to in ((letter[-1], outer), (letter[0], inner)):
        for op, args in fitted(contour, to):
            getattr(pen, op)(*args)
    glyph = pen.glyph()
    for name in ("zero", "zero.tf"):
        font["glyf"][name] = glyph
        font["hmtx"][name] = (font["hmtx"]["zero.tf"][0], outer[0])
    options = subset.Options(layout_features=[], name_IDs=[0, 13, 14], flavor="woff", notdef_outline=False)
    cut = subset.Subsetter(options)
    cut.populate(unicodes=[ord("0")])
    cut.subset(font)
    font.flavor = "woff"
    font.save(f"plain-zero-{weight}.woff")
