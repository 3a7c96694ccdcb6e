"""Templates of the house over HTTP, and what is usual of outputs in this library."""

from django.shortcuts import get_object_or_404
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from mottled_finch.core.colors.house import house_colors, suggested
from mottled_finch.core.colors.spaces import hex_of
from mottled_finch.core.outputs.draw.house.parts import MOST_BYTES

from ..answering import answer
from ..openapi import HousePalette, LayoutAnswer, ProblemAnswer, TemplateAnswer, UsualChoices, refers_to
from ..requests import file_name, sent
from .file_views import BODY, REFUSED, Given
from .models import HouseTemplate
from .templates import give, said_of, set_usual, usual_choices


class Templates(Given):
    @extend_schema(operation_id="templates", responses={200: refers_to(TemplateAnswer, many=True)})
    def get(self, _request: Request) -> Response:
        """The templates of this library, by name."""
        return answer([_answer(each) for each in HouseTemplate.objects.defer("content")])

    @extend_schema(
        operation_id="give_template",
        request=BODY,
        parameters=[OpenApiParameter("name", str, required=True, description="The name of the file")],
        responses={201: refers_to(TemplateAnswer), **REFUSED},
    )
    def post(self, request: Request) -> Response:
        """Keep a template (.pptx, .potx, .docx or .dotx), which is the body of the request, under the name of its file, in place of
        one of that name.
        """
        return answer(_answer(give(self.content(request, MOST_BYTES, "template"), file_name(request))), status=201)


class OneTemplate(APIView):
    @extend_schema(operation_id="take_away_template", responses={204: None})
    def delete(self, _request: Request, pk: int) -> Response:
        """Put a template into the bin. Plates that name it leave in it until it is gone, and say so from then on."""
        get_object_or_404(HouseTemplate.objects.defer("content"), pk=pk).remove()
        return Response(status=204)


class Usual(APIView):
    @extend_schema(operation_id="usual_choices", responses={200: refers_to(UsualChoices)})
    def get(self, _request: Request) -> Response:
        """What is chosen of outputs in this library where nobody says otherwise."""
        return answer(UsualChoices(choices=usual_choices()))

    @extend_schema(
        operation_id="set_usual_choices",
        request={"application/json": refers_to(UsualChoices)},
        responses={200: refers_to(UsualChoices), 422: refers_to(ProblemAnswer)},
    )
    def put(self, request: Request) -> Response:
        """Say what is usual; what is not named stays."""
        set_usual(sent(request, UsualChoices).choices)
        return answer(UsualChoices(choices=usual_choices()))


def _answer(kept: HouseTemplate) -> TemplateAnswer:
    told = said_of(kept)
    return TemplateAnswer(
        id=kept.pk,
        name=kept.name,
        kind=told.kind,
        width=told.width,
        height=told.height,
        accents=told.accents,
        fonts=told.fonts,
        palettes=tuple(
            HousePalette(title=title, colors=colors, ramp=tuple(map(hex_of, house_colors(colors))))
            for title, colors in suggested(told.accents)
        ),
        layouts=tuple(LayoutAnswer(name=each.name, ground=each.ground, ink=each.ink) for each in told.layouts),
        usual=told.usual,
    )
