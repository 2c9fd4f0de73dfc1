import type { Socket } from 'node:net';

/** What is no HTTP at all is answered like everything else that is refused. For the server's `clientError`. */
export function refuse(error: NodeJS.ErrnoException, socket: Socket): void {
  if (!socket.writable || error.code === 'ECONNRESET') return void socket.destroy();
  const tooLong = error.code === 'HPE_HEADER_OVERFLOW';
  const [status, title] = tooLong
    ? ['431 Request Header Fields Too Large', 'Too large']
    : ['400 Bad Request', 'Not understood'];
  const detail = tooLong ? 'The address or the headers are too long.' : 'This is not a request that can be understood.';
  const body = JSON.stringify({ type: 'about:blank', title, status: Number(status.slice(0, 3)), detail });
  socket.end(
    `HTTP/1.1 ${status}\r\ncontent-type: application/problem+json; ` +
      `charset=utf-8\r\nx-content-type-options: nosniff\r\ncache-control: no-store\r\n` +
      `content-length: ${Buffer.byteLength(body)}\r\nconnection: close\r\n\r\n${body}`,
  );
}
