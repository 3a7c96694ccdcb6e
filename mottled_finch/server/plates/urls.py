from django.urls import path

from .export_views import Archive, Export
from .file_views import Fonts, OneFile, Pictures
from .template_views import OneTemplate, Templates, Usual
from .views import (
    GiveUp,
    HistoryOfPlate,
    LookPicture,
    Looks,
    OnePlate,
    Others,
    PlateAlone,
    PlateDifferences,
    PlateRecipe,
    PlateRecords,
    PlateRecordsFile,
    Plates,
    PlateSince,
    PlateTried,
    Redo,
    SmallPicture,
    Targets,
    Undo,
)

urlpatterns = [
    path("plates", Plates.as_view()),
    path("plates/<int:pk>", OnePlate.as_view()),
    path("plates/<int:pk>/small/<str:key>.svg", SmallPicture.as_view()),
    path("plates/<int:pk>/alone", PlateAlone.as_view()),
    path("plates/<int:pk>/recipe", PlateRecipe.as_view()),
    path("plates/<int:pk>/try", PlateTried.as_view()),
    path("plates/<int:pk>/undo", Undo.as_view()),
    path("plates/<int:pk>/redo", Redo.as_view()),
    path("plates/<int:pk>/others", Others.as_view()),
    path("plates/<int:pk>/history", HistoryOfPlate.as_view()),
    path("plates/<int:pk>/since", PlateSince.as_view()),
    path("plates/<int:pk>/differences", PlateDifferences.as_view()),
    path("pictures", Pictures.as_view()),
    path("fonts", Fonts.as_view()),
    path("archive", Archive.as_view()),
    path("templates", Templates.as_view()),
    path("templates/<int:pk>", OneTemplate.as_view()),
    path("usual-choices", Usual.as_view()),
    path("files/<str:digest>", OneFile.as_view()),
    path("plates/<int:pk>/give-up", GiveUp.as_view()),
    path("plates/<int:pk>/records", PlateRecords.as_view()),
    path("plates/<int:pk>/records.csv", PlateRecordsFile.as_view()),
    path("tables/<int:pk>/targets", Targets.as_view()),
    path("tables/<int:pk>/looks", Looks.as_view()),
    path("tables/<int:pk>/looks/<int:number>.svg", LookPicture.as_view()),
    path("plates/<int:pk>/export.<str:ending>", Export.as_view()),
]
