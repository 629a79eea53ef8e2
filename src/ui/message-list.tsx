"use client";
import Button from "react-bootstrap/Button";
import Toast from "react-bootstrap/Toast";
import ToastContainer from "react-bootstrap/ToastContainer";
import { dismiss, useMessages } from "@/store";

const SHOWN_MS = 9000;

/** What the page has to say, with a way back where there is one. */
export function MessageList() {
  const messages = useMessages((state) => state.messages);
  return (
    <ToastContainer position="bottom-end" className="p-3 position-fixed" style={{ zIndex: 2000 }}>
      {messages.map(({ id, text, tone, action }) => (
        <Toast
          key={id}
          onClose={() => dismiss(id)}
          autohide
          delay={tone === "trouble" ? SHOWN_MS * 2 : SHOWN_MS}
        >
          <Toast.Body className="d-flex align-items-center gap-2">
            {tone === "trouble" && <i className="bi bi-exclamation-triangle-fill" aria-hidden />}
            <span className="flex-grow-1">{text}</span>
            {action && (
              <Button
                size="sm"
                variant="plain"
                onClick={() => {
                  action.run();
                  dismiss(id);
                }}
              >
                {action.label}
              </Button>
            )}
            <button
              type="button"
              className="plain-button px-1"
              aria-label="Dismiss"
              onClick={() => dismiss(id)}
            >
              <i className="bi bi-x-lg" aria-hidden />
            </button>
          </Toast.Body>
        </Toast>
      ))}
    </ToastContainer>
  );
}
