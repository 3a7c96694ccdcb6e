"""Two numbers of a place side by side, changed in one step.

Processors change two doubles as fast as one, but a compiler does not put them together by itself: of the time a kernel spends on a
record, that is a tenth.
"""

from collections.abc import Callable
from typing import Any

from llvmlite import ir
from numba import types
from numba.core.cgutils import get_or_insert_function
from numba.extending import intrinsic

_PAIR = ir.VectorType(ir.DoubleType(), 2)
_Change = Callable[[Any, Any, Any], Any]


def _changing(change: _Change) -> Any:
    """A function of ``pairs``, doubles of shape (2 * places,); ``place``, of type uint64; and ``value``, a double that is not NaN.

    ``change`` writes what becomes of the pair, given a builder of instructions, the pair and the value.
    """

    def typed(_context: Any, pairs: Any, place: Any, value: Any) -> Any:
        return types.void(pairs, place, value), generate

    def generate(context: Any, builder: Any, signature: Any, arguments: Any) -> Any:
        pairs, place, value = arguments
        data = context.make_array(signature.args[0])(context, builder, pairs).data
        first = builder.gep(data, [builder.shl(place, place.type(1))])
        where = builder.bitcast(first, _PAIR.as_pointer())
        changed = change(builder, builder.load(where, align=8), value)
        builder.store(changed, where, align=8)
        return context.get_dummy_value()

    return intrinsic(typed)


def _with(builder: Any, pair: ir.Constant, value: Any, at: int) -> Any:
    return builder.insert_element(pair, value, ir.IntType(32)(at))


def _add(builder: Any, pair: Any, value: Any) -> Any:
    return builder.fadd(pair, _with(builder, ir.Constant(_PAIR, [0.0, 1.0]), value, 0))


def _lower(builder: Any, pair: Any, value: Any) -> Any:
    both = _with(builder, _with(builder, ir.Constant(_PAIR, ir.Undefined), value, 0), builder.fneg(value), 1)
    least = get_or_insert_function(builder.module, ir.FunctionType(_PAIR, [_PAIR, _PAIR]), "llvm.minnum.v2f64")
    return builder.call(least, [both, pair], fastmath=["nnan"])


add_to_pair = _changing(_add)
"""The value is added to the first of the pair, and 1 to the second."""
lower_pair = _changing(_lower)
"""The first of the pair is lowered to the value where that is less, and the second to its opposite."""
