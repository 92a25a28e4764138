#pragma once
// One display, large, with what can be copied of it.

#include "glass/face.h"

#include <QDialog>

#include <memory>
#include <string>
#include <vector>

class QPushButton;

namespace fern::app {

class GlassView;

class GlassDialog : public QDialog {
    Q_OBJECT
public:
    explicit GlassDialog(QWidget* parent);

    /// The text is what can be read as characters, row by row.
    void showGlass(const QString& name, std::shared_ptr<const GlassPicture> picture,
        const std::vector<std::string>& text);

private:
    void copyPicture();

    GlassView* m_glass;
    QPushButton* m_copyText;
    QString m_text;
};

} // namespace fern::app
