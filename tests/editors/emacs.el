;; Drives Emacs as a person would, and writes what it saw into the file that QUILL_REPORT names. -*- lexical-binding: t -*-
(require 'json)
(require 'flymake)

(defvar quill-report nil)
(defun quill-say (name value) (push (cons name value) quill-report))

(defun quill-wait (what test)
  (let ((until (+ (float-time) 20)))
    (while (not (funcall test))
      (when (> (float-time) until) (error "waited in vain: %s %S" what (quill-marks)))
      (accept-process-output nil 0.05))))

(defun quill-marks ()
  (mapcar (lambda (one) (format "%d:%d %s" (line-number-at-pos (flymake-diagnostic-beg one))
                                (save-excursion (goto-char (flymake-diagnostic-beg one)) (current-column))
                                (flymake-diagnostic-text one)))
          (flymake-diagnostics)))

(defun quill-count (count) (lambda () (= (length (flymake-diagnostics)) count)))
(defun quill-settle () (eglot--signal-textDocument/didChange))

(defun quill-open-any (file)
  (find-file file)
  ;; With nobody at the keys no command ends, after which Eglot connects.
  (run-hooks 'post-command-hook)
  (quill-wait "the server" (lambda () (and (eglot-current-server) (eglot-managed-p))))
  (flymake-mode 1)
  (flymake-start))

(defun quill-open (file)
  (quill-open-any file)
  (quill-wait "marks of the opened file" (quill-count 1)))

(defun quill-drive ()
  (quill-open "src/a.js")
  (quill-say 'opened (vconcat (quill-marks)))

  ;; Typed, and mended by hand.
  (goto-char (point-max))
  (insert "water();\n")
  (quill-settle)
  (quill-wait "a mark of what was typed" (quill-count 2))
  (goto-char (point-max))
  (forward-line -1)
  (delete-region (point) (point-max))
  (quill-settle)
  (quill-wait "the mark to go" (quill-count 1))

  ;; The quick fix. The line holds letters of more than one byte.
  (goto-char (flymake-diagnostic-beg (car (flymake-diagnostics))))
  (let (offered)
    (cl-letf (((symbol-function 'completing-read)
               (lambda (_ choices &rest _) (setq offered (mapcar #'car choices)) (caar choices))))
      (let ((last-nonmenu-event ?a))
        (eglot-code-actions (point) (1+ (point)) "quickfix" t)))
    (quill-say 'offered (vconcat offered)))
  (quill-settle)
  (quill-wait "the quick fix" (quill-count 0))
  (quill-say 'fixed (buffer-string))

  ;; What the editor is set to: files that are not open are told of.
  (let ((elsewhere (lambda () (seq-some (lambda (one) (and (string-match "b\\.js$" (format "%s" (car one))) (cadr one)))
                                        flymake-list-only-diagnostics))))
    (quill-wait "marks of another file" elsewhere)
    (quill-say 'elsewhere (flymake-diagnostic-text (funcall elsewhere))))

  ;; Imports in order.
  (quill-open-any "c.js")
  (insert "import { b } from './b.js';\nimport { a } from './a.js';\na(b);\n")
  (quill-settle)
  (alert-quill-order-imports)
  (quill-say 'ordered (buffer-string))
  (set-buffer-modified-p nil)
  (kill-buffer)

  ;; The settings file as it is typed.
  (quill-open-any "../alert-quill.jsonc")
  (erase-buffer)
  (insert "{ \"kitz\": [] }")
  (quill-settle)
  (quill-wait "a mark of the settings" (quill-count 1))
  (quill-say 'settings (car (quill-marks)))
  (set-buffer-modified-p nil)
  (kill-buffer)
  (find-file "a.js")

  ;; Saving settles what was there when the file was opened.
  (goto-char (point-max))
  (insert "debugger;\n")
  (quill-settle)
  (quill-wait "a mark of the pause" (quill-count 1))
  (save-buffer)
  (quill-say 'kept (buffer-string))
  (let ((file (buffer-file-name))) (kill-buffer) (quill-open file))
  (set-buffer-modified-p t)
  (save-buffer)
  (quill-say 'saved (with-temp-buffer (insert-file-contents "a.js") (buffer-string)))

  ;; Laid out on request.
  (goto-char (point-max))
  (insert "if(fare){moor( );}\n")
  (quill-settle)
  (eglot-format-buffer)
  (quill-say 'laidOut (buffer-substring (save-excursion (goto-char (point-max)) (forward-line -3) (point)) (point-max)))
  (quill-settle)
  (quill-wait "a mark of the call" (quill-count 1))

  ;; Other settings count at once.
  (with-temp-file "../alert-quill.jsonc" (insert "{ \"languages\": { \"javascript\": { \"known\": [\"moor\"] } } }"))
  (quill-wait "the settings to count" (quill-count 0))
  (quill-say 'end t))

(condition-case fault (quill-drive) (error (quill-say 'fault (error-message-string fault))))
(with-temp-file (getenv "QUILL_REPORT") (insert (json-encode (nreverse quill-report))))
(ignore-errors (eglot-shutdown-all))
(kill-emacs 0)
