#pragma once
// The windows of a key ladder as bands over the converter's codes: how far the codes of each key
// spread with its resistors, and the room to its neighbours. A mark shows the code of now.

#include "app/places/channels/sources/source_view.h"
#include "reading/ladder.h"

#include <QPushButton>

namespace fern::app {

/// The painted part.
class LadderBands : public QWidget {
    Q_OBJECT
public:
    explicit LadderBands(QWidget* parent);

    /// `safe` is the margin in codes that keys need; `code` is NaN for none.
    void showWindows(std::vector<LadderWindow> windows, double topCode, double safe, double code);
    QSize minimumSizeHint() const override { return {280, 96}; }

    /// The verdict on a margin, in which colours follow: whether it is too small for the noise, or
    /// not there at all.
    enum class Margin { Fair, Tight, None };
    Margin marginOf(const LadderWindow& window) const;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::vector<LadderWindow> m_windows;
    double m_top = 1023;
    double m_safe = 0;
    double m_code = 0;
};

class KeyLadderView : public SourceView {
    Q_OBJECT
public:
    KeyLadderView(Document& document, QWidget* parent);

    void showRun(const RunView& view, const Channel& channel) override;

private:
    void change(const QString& name, const LadderSpec& ladder);

    Document& m_document;
    std::string m_channel;
    LadderBands* m_bands;
    QPushButton* m_add;
    QPushButton* m_drop;
    QPushButton* m_design;
};

} // namespace fern::app
