"""Sifting values eight at a time: counting those below a range, and setting aside those within.

A compiler leaves a loop that keeps some of its values to go one by one, while processors that reckon with eight doubles at once
also bring the chosen ones of them together. Where they do not, the compiler falls back on one by one.
"""

from typing import Any

import numpy as np
from llvmlite import ir
from numba import types
from numba.core.cgutils import get_or_insert_function
from numba.extending import intrinsic

from .compiled import compiled

_WIDTH = 8
_ONE, _EIGHT = ir.DoubleType(), ir.VectorType(ir.DoubleType(), _WIDTH)
_WHICH = ir.VectorType(ir.IntType(1), _WIDTH)
_SET_ASIDE = ir.FunctionType(ir.VoidType(), [_EIGHT, _ONE.as_pointer(), _WHICH])
_BELOW = 32
"""Where in a word of 64 bits the number of those below begins; that of those within comes first."""


def _sift_eight(context: Any, builder: Any, signature: Any, arguments: Any) -> Any:
    values, i, low, high, room, at = arguments
    given, aside = (
        builder.gep(context.make_array(kind)(context, builder, array).data, [place])
        for kind, array, place in ((signature.args[0], values, i), (signature.args[4], room, at))
    )
    eight = builder.load(builder.bitcast(given, _EIGHT.as_pointer()), align=8)
    lows, highs = _all(builder, low), _all(builder, high)
    below = builder.fcmp_ordered("<", eight, lows)
    within = builder.and_(builder.fcmp_ordered(">=", eight, lows), builder.fcmp_ordered("<=", eight, highs))
    set_aside = get_or_insert_function(builder.module, _SET_ASIDE, "llvm.masked.compressstore.v8f64")
    builder.call(set_aside, [eight, aside, within])
    return builder.or_(builder.shl(_number(builder, below), ir.IntType(64)(_BELOW)), _number(builder, within))


def _all(builder: Any, value: Any) -> Any:
    """The value eight times."""
    undefined = ir.Constant(_EIGHT, ir.Undefined)
    first = builder.insert_element(undefined, value, ir.IntType(32)(0))
    return builder.shuffle_vector(first, undefined, ir.Constant(ir.VectorType(ir.IntType(32), _WIDTH), [0] * _WIDTH))


def _number(builder: Any, which: Any) -> Any:
    return builder.zext(builder.ctpop(builder.bitcast(which, ir.IntType(_WIDTH))), ir.IntType(64))


def _typed(_context: Any, values: Any, i: Any, low: Any, high: Any, room: Any, at: Any) -> Any:
    return types.uint64(values, i, low, high, room, at), _sift_eight


_eight = intrinsic(_typed)
"""Sift eight values from ``i`` on, those within going to ``room`` from ``at`` on: a word of how many are below and within."""


@compiled
def sift(values: Any, start: Any, stop: Any, low: Any, high: Any, room: Any, found: Any) -> Any:  # pragma: no cover - compiled
    """Put the values from ``low`` to ``high`` among ``values[start:stop]`` into ``room``, behind those that are there. NaN is none.

    ``found`` is one word, of type uint64, for two numbers: of those that were below the range, and of those in the room. What is
    returned holds both after. ``low`` and ``high`` are doubles.
    """
    within, one, below = np.uint64((1 << _BELOW) - 1), np.uint64(1), np.uint64(1 << _BELOW)
    i, stop = np.uint64(start), np.uint64(stop)
    while i + np.uint64(_WIDTH) <= stop:
        found += _eight(values, i, low, high, room, found & within)
        i += np.uint64(_WIDTH)
    while i < stop:
        value = values[i]
        if value < low:
            found += below
        elif value <= high:
            room[found & within] = value
            found += one
        i += one
    return found


@compiled
def counted(found: Any) -> Any:  # pragma: no cover - compiled
    """The two numbers of a word: of those below, and of those in the room."""
    return np.int64(found >> np.uint64(_BELOW)), np.int64(found & np.uint64((1 << _BELOW) - 1))
