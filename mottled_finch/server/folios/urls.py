from django.urls import path

from .refreshing_views import RefreshedDeck, ReturnedDecks
from .source_views import Sources
from .views import FolioExport, FolioFile, Folios, HistoryOfFolio, OneFolio, PagePicture, RedoFolio, SmallPicture, UndoFolio

urlpatterns = [
    path("sources", Sources.as_view()),
    path("returned", ReturnedDecks.as_view()),
    path("returned/refreshed", RefreshedDeck.as_view()),
    path("folios", Folios.as_view()),
    path("folios/<int:pk>", OneFolio.as_view()),
    path("folios/<int:pk>/small/<str:key>.svg", SmallPicture.as_view()),
    path("folios/<int:pk>/undo", UndoFolio.as_view()),
    path("folios/<int:pk>/redo", RedoFolio.as_view()),
    path("folios/<int:pk>/history", HistoryOfFolio.as_view()),
    path("folios/<int:pk>/folio.json", FolioFile.as_view()),
    path("folios/<int:pk>/pages/<int:number>.svg", PagePicture.as_view()),
    path("folios/<int:pk>/export.<str:ending>", FolioExport.as_view()),
]
