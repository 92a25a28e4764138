#pragma once
// "What it looks like when…": the common wrong set-ups of a display, each as a small glass, so that
// the picture on the bench can be found.

#include "app/document/document.h"
#include "app/runner/background_job.h"
#include "app/runner/run_view.h"
#include "drive/wrong_setups.h"

#include <QWidget>

class QLabel;
class QPushButton;

namespace fern::app {

class BelievedRow;
class GlassView;

class LooksPage : public QWidget {
    Q_OBJECT
public:
    LooksPage(Document& document, QWidget* parent);

    void showView(const RunView& view);

private:
    void choose(std::size_t index);
    void setDriver(const QString& name, const DriverSpec& driver);
    void layTiles();
    /// Draws the tiles' pictures beside the window.
    void draw();

    struct Look {
        const WrongSetup* setup; ///< null: the right one
        QWidget* tile;
        GlassView* glass;
    };

    Document& m_document;
    BelievedRow* m_believed;
    QWidget* m_tiles;
    QLabel* m_words;
    QPushButton* m_so;
    QPushButton* m_right;
    std::vector<Look> m_looks;
    std::size_t m_chosen = 0;
    PlainDisplay m_display;
    PageContent m_content;
    PageContent m_drawn; ///< of the tiles
    BackgroundJob m_job{this};
};

} // namespace fern::app
