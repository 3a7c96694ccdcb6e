from django.urls import path

from . import import_views, pivot_views, views

urlpatterns = [
    path("tables", views.Tables.as_view()),
    path("tables/<int:pk>", views.OneTable.as_view()),
    path("tables/<int:pk>/workbench", views.Workbench.as_view()),
    path("tables/<int:pk>/mends", views.Mends.as_view()),
    path("tables/<int:pk>/mends/try", views.TryMend.as_view()),
    path("tables/<int:pk>/bring", views.ProposeBring.as_view()),
    path("tables/<int:pk>/undo", views.UndoMends.as_view()),
    path("tables/<int:pk>/redo", views.RedoMends.as_view()),
    path("tables/<int:pk>/findings", views.Found.as_view()),
    path("tables/<int:pk>/records", views.Records.as_view()),
    path("tables/<int:pk>/correct", views.Correct.as_view()),
    path("tables/<int:pk>/editions/<int:number>/stand", views.Stand.as_view()),
    path("tables/<int:pk>/reread", views.Reread.as_view()),
    path("tables/<int:pk>/members", views.Members.as_view()),
    path("statement", pivot_views.Asked.as_view()),
    path("tables/<int:pk>/statement", pivot_views.Statement.as_view()),
    path("tables/<int:pk>/statement/offers", pivot_views.StatementOffers.as_view()),
    path("tables/<int:pk>/matrix", pivot_views.TableMatrix.as_view()),
    path("imports", import_views.Imports.as_view()),
    path("imports/samples/<str:name>", import_views.SampleImport.as_view()),
    path("imports/<int:pk>", import_views.OneImport.as_view()),
    path("imports/<int:pk>/look", import_views.ImportLook.as_view()),
    path("imports/<int:pk>/start", import_views.StartImport.as_view()),
    path("imports/<int:pk>/accept", import_views.AcceptImport.as_view()),
    path("imports/<int:pk>/map", import_views.MapImport.as_view()),
]
