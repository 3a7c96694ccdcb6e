"""What leaves, over HTTP: a figure in a form, and several as one archive."""

import zipfile
from io import BytesIO
from itertools import count
from urllib.parse import quote

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.views import APIView

from mottled_finch.core.common.errors import CoreError
from mottled_finch.core.common.vocabulary import CHOICE_TERMS
from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.outputs.draw import DRAWINGS, choices_from

from ..openapi import ProblemAnswer, refers_to
from ..refusal import Problem
from .actions import figure_of
from .leaving import exported, file_title
from .models import Plate
from .templates import usual_of

ARCHIVE_MOST = 200


class Export(APIView):
    @extend_schema(
        operation_id="export",
        parameters=[
            *(
                OpenApiParameter(name, str, enum=tuple(term.options) or None, description=f"{term.title}, where the form reads it")
                for name, term in CHOICE_TERMS.items()
            ),
            OpenApiParameter("view", bool, description="To be shown rather than saved"),
        ],
        responses={(200, "application/octet-stream"): OpenApiTypes.BINARY},
    )
    def get(self, request: Request, pk: int, ending: str) -> HttpResponse:
        """The figure in a form of export."""
        if ending not in DRAWINGS:
            raise Problem(404, f'There is no form "{ending}"; choose one of {", ".join(DRAWINGS)}.')
        plate = get_object_or_404(Plate, pk=pk)
        drawing = DRAWINGS[ending]
        given = {name: str(text) for name, text in request.query_params.items() if name in CHOICE_TERMS}
        choices = choices_from({**usual_of(drawing), **given}, drawing.reads)
        figure = figure_of(plate)
        headers = {"Cache-Control": "no-cache"} if "view" in request.query_params else as_file(plate, ending, figure)
        return HttpResponse(exported(plate, figure, ending, choices), content_type=drawing.media_type, headers=headers)


class Archive(APIView):
    @extend_schema(
        operation_id="archive",
        parameters=[
            OpenApiParameter("plates", str, required=True, description="Numbers of plates, with commas between"),
            OpenApiParameter("ending", str, required=True, description="The form of export that all have"),
        ],
        responses={(200, "application/zip"): OpenApiTypes.BINARY, 422: refers_to(ProblemAnswer)},
    )
    def get(self, request: Request) -> HttpResponse:
        """Several figures in one form, as one archive. Those that cannot be made are told in a text beside the others."""
        numbers = request.query_params.get("plates", "").split(",")
        ending = request.query_params.get("ending", "")
        if ending not in DRAWINGS:
            raise Problem(422, f'There is no form "{ending}"; choose one of {", ".join(DRAWINGS)}.', "ending")
        if not all(each.isdecimal() for each in numbers) or len(numbers) > ARCHIVE_MOST:
            raise Problem(422, f"Name up to {ARCHIVE_MOST} plates by their numbers, such as 1,2.", "plates")
        plates = Plate.objects.select_related("table").in_bulk([int(each) for each in numbers])
        usual = choices_from(usual_of(DRAWINGS[ending]), DRAWINGS[ending].reads)
        out, names, left = BytesIO(), set[str](), list[str]()
        with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
            for plate in (plates[int(each)] for each in dict.fromkeys(numbers) if int(each) in plates):
                try:
                    figure = figure_of(plate)
                    content = exported(plate, figure, ending, usual)
                except (CoreError, Problem) as error:
                    left.append(f"{file_title(plate)}: {error}")
                    continue
                title = file_title(plate, figure)
                name = next(each for i in count(1) if (each := title if i == 1 else f"{title} {i}") not in names)
                names.add(name)
                archive.writestr(f"{name}.{ending}", content)
            if left:
                archive.writestr("left out.txt", "\n".join(left) + "\n")
        return HttpResponse(out.getvalue(), content_type="application/zip", headers=saved_as("figures.zip"))


def as_file(plate: Plate, ending: str, figure: Figure | None = None) -> dict[str, str]:
    """Headers that save the answer under the plate's title."""
    return saved_as(f"{file_title(plate, figure)}.{ending}")


def saved_as(name: str) -> dict[str, str]:
    """Headers that save an answer under a name, in letters of any script (RFC 6266)."""
    plain = "".join(mark for mark in name if mark.isascii()).strip()
    return {"Content-Disposition": f"attachment; filename=\"{plain}\"; filename*=UTF-8''{quote(name)}"}
