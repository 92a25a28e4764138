#pragma once
// Met, missed or not judged: a sign and the word, never the colour alone.

#include "judge/wishes.h"

#include <QWidget>

namespace fern::app {

class VerdictMark : public QWidget {
    Q_OBJECT
public:
    explicit VerdictMark(QWidget* parent = nullptr);

    void showVerdict(Verdict verdict);
    Verdict verdict() const { return m_verdict; }
    QSize sizeHint() const override { return {88, 20}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    Verdict m_verdict = Verdict::Unknown;
};

} // namespace fern::app
