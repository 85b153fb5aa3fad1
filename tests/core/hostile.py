"""Input that tries to harm or to stall the expression language."""

HOSTILE = [
    "(" * 399, "-" * 399 + "1", "1" * 399 + "^9", "9^" * 199 + "9", "sqrt(" * 79, "1+" * 199 + "1",
    "1" * 390 + "/" + "1in", "x" * 399, "(" * 5000, "\0", "🙂", "1;2", "a=b", "[1]", "'x'", "1__2",
]  # fmt: skip
