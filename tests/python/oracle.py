"""Python's own view of texts, for comparison. Each line of the input is a JSON text: a path whose tree is wanted, or {"code": …} that is to be judged.

For a path: its text, and the kinds of its nodes with their places in UTF-16 code units; or why it is no program. For code: null, or why it is none.
"""
import ast
import json
import sys
import tokenize
import warnings

warnings.simplefilter("ignore")
sys.setrecursionlimit(20000)
FAULTS = (SyntaxError, ValueError, RecursionError, MemoryError, OverflowError)


def judge(code):
    try:
        compile(code, "code", "exec", dont_inherit=True)
        return None
    except FAULTS as fault:
        return str(fault)


def length(text):
    return len(text.encode("utf-16-le")) // 2


def tree_of(path):
    with open(path, "rb") as file:
        raw = file.read()
    encoding, _ = tokenize.detect_encoding(iter(raw.splitlines(keepends=True)).__next__)
    text = raw.decode(encoding).replace("\r\n", "\n").replace("\r", "\n").lstrip("\ufeff")
    fault = judge(text)
    if fault is not None:
        return {"text": text, "fault": fault}
    lines = text.split("\n")
    starts = [0]
    for line in lines:
        starts.append(starts[-1] + length(line) + 1)

    def offset(line, column):
        return starts[line - 1] + length(lines[line - 1].encode()[:column].decode())

    nodes = []
    stack = [ast.parse(text)]
    while stack:
        node = stack.pop()
        if getattr(node, "end_lineno", None) is not None:
            start = offset(node.lineno, node.col_offset)
            nodes.append([
                type(node).__name__,
                start,
                offset(node.end_lineno, node.end_col_offset),
            ])
        # Before 3.12 what stands in formatted texts has places of its own making.
        if not isinstance(node, ast.JoinedStr):
            stack.extend(ast.iter_child_nodes(node))
    return {"text": text, "nodes": nodes}


for line in sys.stdin:
    asked = json.loads(line)
    print(json.dumps(tree_of(asked) if isinstance(asked, str) else judge(asked["code"])))
