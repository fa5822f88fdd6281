package api

import (
	"bytes"
	"context"
	"io"
	"net/http"

	"hodometer/core/game"
	"hodometer/internal/club/documents"
	"hodometer/internal/exchange"
)

func (h handlers) ListGames(ctx context.Context, _ ListGamesRequestObject) (ListGamesResponseObject, error) {
	out, err := h.club.Games(ctx)
	return ListGames200JSONResponse(out), err
}

func (h handlers) GetGame(ctx context.Context, r GetGameRequestObject) (GetGameResponseObject, error) {
	out, err := h.club.Game(ctx, r.Game)
	return GetGame200JSONResponse(out), err
}

func (h handlers) PutGame(ctx context.Context, r PutGameRequestObject) (PutGameResponseObject, error) {
	out, err := h.club.SaveGame(ctx, r.Game, r.Body.Edition, r.Body.Game)
	return PutGame200JSONResponse(out), err
}

func (h handlers) RemoveGame(
	ctx context.Context,
	r RemoveGameRequestObject,
) (RemoveGameResponseObject, error) {
	return RemoveGame204Response{}, h.club.RemoveGame(ctx, r.Game)
}

func (h handlers) ListGameVersions(
	ctx context.Context,
	r ListGameVersionsRequestObject,
) (ListGameVersionsResponseObject, error) {
	out, err := h.club.GameVersions(ctx, r.Game, partOf(nil, nil, nil, nil, r.Params.Limit, r.Params.After))
	return ListGameVersions200JSONResponse(out), err
}

func (h handlers) ImportGames(
	ctx context.Context,
	r ImportGamesRequestObject,
) (ImportGamesResponseObject, error) {
	games, err := exchange.ReadGames([]byte(*r.Body))
	if err != nil {
		return nil, err
	}
	if value(r.Params.DryRun, false) {
		return ImportGames200JSONResponse(documents.GamesShelf(games)), nil
	}
	out, err := h.club.AddGames(ctx, games)
	return ImportGames200JSONResponse(out), err
}

func (h handlers) ExportGames(
	ctx context.Context,
	r ExportGamesRequestObject,
) (ExportGamesResponseObject, error) {
	var games []game.Preset
	for _, id := range r.Params.Id {
		g, err := h.club.Game(ctx, id)
		if err != nil {
			return nil, err
		}
		games = append(games, g.Preset)
	}
	file, err := exchange.WriteGames(games)
	return attachment{bytes.NewReader(file), "application/json", "games.json"}, err
}

func (h handlers) ListResults(
	ctx context.Context,
	r ListResultsRequestObject,
) (ListResultsResponseObject, error) {
	out, err := h.club.Results(
		ctx,
		value(r.Params.Student, ""),
		value(r.Params.From, ""),
		value(r.Params.To, ""),
	)
	if err != nil || value(r.Params.As, "json") != "csv" {
		return ListResults200JSONResponse(out), err
	}
	file, err := exchange.WriteResults(out, h.club.Now().Location())
	return attachment{bytes.NewReader(file), "text/csv; charset=utf-8", "results.csv"}, err
}

// attachment answers with a file to keep, as it was written, field for field.
type attachment struct {
	io.Reader
	kind, name string
}

func (f attachment) write(w http.ResponseWriter) error {
	w.Header().Set("Content-Type", f.kind)
	w.Header().Set("Content-Disposition", `attachment; filename="`+f.name+`"`)
	_, err := io.Copy(w, f.Reader)
	return err
}

// VisitExportGamesResponse writes it.
func (f attachment) VisitExportGamesResponse(w http.ResponseWriter) error { return f.write(w) }

// VisitListResultsResponse writes it.
func (f attachment) VisitListResultsResponse(w http.ResponseWriter) error { return f.write(w) }

// VisitExportDrillsResponse writes it.
func (f attachment) VisitExportDrillsResponse(w http.ResponseWriter) error { return f.write(w) }

// VisitSharePartsResponse writes it.
func (f attachment) VisitSharePartsResponse(w http.ResponseWriter) error { return f.write(w) }
