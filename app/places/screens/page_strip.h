#pragma once
// The pages of every display as small live glasses.

#include "app/runner/run_view.h"

#include <QWidget>

#include <vector>

class QLabel;

namespace fern::app {

class GlassView;

class PageStrip : public QWidget {
    Q_OBJECT
public:
    explicit PageStrip(QWidget* parent);

    void showView(const RunView& view, const QString& chosenPage);

Q_SIGNALS:
    void chosen(const QString& page);
    void pageWanted(const QString& display);

private:
    struct Tile {
        QString page;
        QString words; ///< its name
        PageContent content; ///< that is drawn
        GlassView* glass;
        QLabel* name;
    };

    void layTiles(const PlainInstrument& plain);
    static void nameTile(const Tile& tile, bool isOnGlass);

    QWidget* m_row = nullptr;
    std::vector<QString> m_laid; ///< pages and displays of the tiles
    std::vector<Tile> m_tiles;
    std::shared_ptr<const PlainInstrument> m_plain; ///< that the tiles were drawn of
};

} // namespace fern::app
